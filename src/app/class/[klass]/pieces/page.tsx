import { duplicate, makeClass, putBack, putBackClass, removeClass, setShelf, shelvesOf, startOwnClass, takeOff } from '@/app/actions'
import { listClasses } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { Shelf } from '@/ui/shelf/Shelf'
import { shelfPart } from '@/app/shelf'
import { classNamed } from '../named'

/** The shelf of a class. */
export default async function ShelfPage({ params }: { params: Promise<{ klass: string }> }) {
  const db = await database()
  const klass = await classNamed(params)

  return (
    <Shelf
      key={klass.id}
      actions={{
        duplicate: duplicate.bind(null, klass.id),
        takeOff: takeOff.bind(null, klass.id),
        putBack: putBack.bind(null, klass.id),
        startOwnClass: startOwnClass.bind(null, klass.id),
        makeClass,
        removeClass,
        putBackClass,
        shelvesOf,
        setShelf,
      }}
      id={klass.id}
      classes={await listClasses(db)}
      removed={await listClasses(db, true)}
      demo={klass.demo}
      name={klass.name}
      school={klass.school}
      seats={klass.settings.seats.map((s) => s.name)}
      first={await shelfPart(klass, { q: '', from: 0 })}
      now={now()}
    />
  )
}
