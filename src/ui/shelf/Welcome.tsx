'use client'

import { FileUp } from 'lucide-react'
import Link from 'next/link'
import { useClassId } from '@/ui/kit/InClass'
import { classPage } from '@/api/address'
import { sayInstruments } from '@/core/instruments/all'
import { ENDINGS } from '@/formats/endings'
import { Button } from '@/ui/kit/Button'
import { later, Opens } from '@/ui/kit/Opens'

const Start = later(() => import('./StartOwn').then((m) => m.StartOwn))

/** What the product is for, in a sentence. */
const PURPOSE = `The string, finger and position of every note for ${sayInstruments()}, side by side, and the places to watch.`

/** Said of the class that is made up: what this is, and the way to a class of one's own. */
export function Demonstration({
  pieces,
  others,
  action,
}: {
  pieces: number
  /** There are other made-up classes. */
  others: boolean
  action: (form: FormData) => Promise<void>
}) {
  return (
    <section aria-label="Demonstration" className="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-md bg-wash px-4 py-2.5">
      <p className="min-w-0 flex-1 basis-80">
        <span className="font-title">Even Seat</span>: {PURPOSE} This is a made-up class. Look around and try anything.
      </p>
      <Opens
        has="dialog"
        load={Start.load}
        button={<Button>Start my own class</Button>}
        opened={(button) => <Start.Part button={button} pieces={pieces} others={others} action={action} />}
      />
    </section>
  )
}

/** A shelf with nothing on it: what this is for, and the one thing to do. */
export function Empty({ bring, demo }: { bring: () => void; demo: boolean }) {
  const of = useClassId()
  return (
    <section className="rounded-lg border border-dashed border-rule px-8 py-12">
      <h2 className="font-title text-2xl">{demo ? 'No pieces yet' : 'Bring the tune your class is working on'}</h2>
      <p className="mt-2 max-w-prose">{PURPOSE}</p>
      <div className="mt-5 flex flex-wrap items-center gap-3">
        <Button kind="filled" onClick={bring}>
          <FileUp size={17} aria-hidden /> Bring a file
        </Button>
        <span>
          or{' '}
          <Link href={classPage(of, 'write')} className="underline underline-offset-2">
            type one
          </Link>
          . A minute later you see the fingering for every seat.
        </span>
      </div>
      <p className="mt-4 text-soft">
        {ENDINGS.join(', ')} or a zip of them. You can drop it here too. Deleted pieces are in the{' '}
        <Link href={classPage(of, 'library')} className="underline underline-offset-2">
          library
        </Link>
        .
      </p>
    </section>
  )
}
