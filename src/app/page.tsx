import { connection } from 'next/server'
import {
  chooseClass,
  duplicate,
  makeClass,
  putBack,
  putBackClass,
  removeClass,
  setShelf,
  shelvesOf,
  startOwnClass,
  takeOff,
} from './actions'
import { listClasses, theClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { Shelf } from '@/ui/shelf/Shelf'
import { shelfPart } from './shelf'

export default async function ShelfPage() {
  await connection()
  const db = await database()
  const klass = await theClass(db)
  return (
    <Shelf
      key={klass.id}
      actions={{ duplicate, takeOff, putBack, startOwnClass, chooseClass, makeClass, removeClass, putBackClass, shelvesOf, setShelf }}
      id={klass.id}
      classes={await listClasses(db)}
      removed={await listClasses(db, true)}
      demo={klass.demo}
      name={klass.name}
      school={klass.school}
      seats={klass.settings.seats.map((s) => s.name)}
      first={await shelfPart({ q: '', from: 0 })}
      now={now()}
    />
  )
}
