import { classById } from '@/store/classes'
import { database } from '@/store/database'
import { InClass } from '@/ui/kit/InClass'

/** All pages of a class: what is inside knows from the address which one it is, and how it calls things. */
export default async function ClassLayout({ params, children }: { params: Promise<{ klass: string }>; children: React.ReactNode }) {
  const id = decodeURIComponent((await params).klass)
  // One that is not there is said by the page inside.
  const talk = (await classById(await database(), id))?.settings.talk
  return (
    <InClass id={id} measure={talk?.measure} lengths={talk?.lengths} names={talk?.names}>
      {children}
    </InClass>
  )
}
