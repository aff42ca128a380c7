'use client'

import { count } from '@/core/count'
import type { EverySeat } from '@/core/seats/seat'
import { sayKnown, type NoteKnown } from '@/core/trainer/known'
import { noteSaid, sayAgain, sayConfusion, type Standing } from '@/core/trainer/standing'
import type { Trainee } from '@/core/trainer/trainee'
import type { ClassStore } from '@/ui/class/useClassStore'
import { UseIt } from './UseIt'

/** What the answers tell the teacher: what to teach again, what is taken for what, how sure each note of each seat is. */
export function Told({ store, trainees, standing }: { store: ClassStore; trainees: readonly Trainee[]; standing: EverySeat<Standing> }) {
  const some = trainees.filter((t) => (standing[t.seat.id]?.answers ?? 0) > 0)
  if (some.length === 0)
    return (
      <main className="mx-auto w-full max-w-[1180px] flex-1 px-6 py-6">
        <p className="max-w-prose">
          No answers yet. Ask the class and mark each seat, or give students their links. Their five minutes count for their seat, never for
          them by name.
        </p>
      </main>
    )
  return (
    <main className="mx-auto grid w-full max-w-[1180px] flex-1 content-start gap-4 px-6 py-4">
      <UseIt store={store} standing={standing} />
      <div className="grid gap-4 lg:grid-cols-2">
        {some.map((t) => (
          <Seat key={t.seat.id} t={t} standing={standing[t.seat.id]} />
        ))}
      </div>
    </main>
  )
}

const MOST_NAMED = 5

function Seat({ t, standing: { answers, notes, confusions, again } }: { t: Trainee; standing: Standing }) {
  return (
    <section className="rounded-lg border border-rule bg-sheet p-4" aria-label={t.seat.name}>
      <h2 className="font-title text-lead">
        {t.seat.name} <span className="text-sm text-soft">{count(answers, 'answer')}</span>
      </h2>
      {again.length > 0 && (
        <>
          <h3 className="panel-head mt-2">Teach again</h3>
          <ul className="list-disc pl-5">
            {again.slice(0, MOST_NAMED).map((x) => (
              <li key={x.known.note}>{sayAgain(t, x)}</li>
            ))}
          </ul>
        </>
      )}
      {confusions.length > 0 && (
        <>
          <h3 className="panel-head mt-2">Mixed up with</h3>
          <ul className="list-disc pl-5">
            {confusions.slice(0, MOST_NAMED).map((c) => (
              <li key={`${c.note} ${c.as}`}>{sayConfusion(t, c)}</li>
            ))}
          </ul>
        </>
      )}
      <h3 className="panel-head mt-2">Notes</h3>
      <p className="text-fine text-soft">Longer bar: we haven’t asked this often enough to be sure.</p>
      <ul className="mt-1">
        {notes.map((n) => (
          <NoteRow key={n.note} t={t} n={n} />
        ))}
      </ul>
    </section>
  )
}

const COLOUR = { sure: 'bg-spruce', 'not sure': 'bg-madder', open: 'bg-ochre' } as const
const WORD = { sure: 'sure', 'not sure': 'not sure', open: 'too early to tell' } as const

function NoteRow({ t, n }: { t: Trainee; n: NoteKnown }) {
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_6rem_9rem] items-center gap-2 border-t border-rule py-1 text-sm">
      <span>{noteSaid(t, n.note)}</span>
      <span className="relative h-3 rounded bg-wash" role="img" aria-label={sayKnown(n)} title={sayKnown(n)}>
        <span
          className={`absolute inset-y-0 rounded ${COLOUR[n.stands]}`}
          style={{ left: `${100 * n.low}%`, width: `${Math.max(3, 100 * (n.high - n.low))}%` }}
        />
      </span>
      <span>
        {WORD[n.stands]}{' '}
        <span className="text-soft">
          {n.right}/{n.answers}
        </span>
      </span>
    </li>
  )
}
