import { connection } from 'next/server'
import { duplicate, putBack, startOwnClass, takeOff } from './actions'
import { theClass } from '@/store/classes'
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
      actions={{ duplicate, takeOff, putBack, startOwnClass }}
      demo={klass.demo}
      name={klass.name}
      school={klass.school}
      seats={klass.settings.seats.map((s) => s.name)}
      first={await shelfPart({ q: '', from: 0 })}
      now={now()}
    />
  )
}
