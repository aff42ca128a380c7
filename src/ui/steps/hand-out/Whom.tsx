import type { HandOut } from '@/api/handOut'
import { inSentence, sayList } from '@/core/names'
import type { Amount } from '@/core/plan/amounts'
import type { SeatId } from '@/core/seats/seat'
import { AmountSelect } from './AmountSelect'

export type Seats = readonly { readonly id: SeatId; readonly name: string; readonly students: number }[]
type Props = { seats: Seats; wanted: HandOut; change: (by: Partial<HandOut>) => void }

/** Who gets something, and how much is written in for whom. */
export function Whom({ seats, wanted, change }: Props) {
  const ids = seats.map((s) => s.id)
  const chosen = wanted.seats ?? ids
  const toggle = (seat: SeatId, on: boolean) => {
    const next = ids.filter((s) => (s === seat ? on : chosen.includes(s)))
    change({ seats: next.length === ids.length ? null : next })
  }
  const write = (seat: SeatId, much: Amount) => {
    const { [seat]: _, ...others } = wanted.own
    change({ own: much === wanted.much ? others : { ...others, [seat]: much } })
  }
  return (
    <section aria-labelledby="whom">
      <h2 id="whom" className="panel-head">
        Who gets it, and how much is written in
      </h2>
      <label className="mb-2 flex items-center justify-between gap-2">
        for everyone
        <AmountSelect label="How much for everyone" value={wanted.much} onChange={(much) => change({ much, own: {} })} />
      </label>
      <ul className="mb-2 grid gap-1">
        {seats.map((s) => (
          <li key={s.id} className="flex items-center justify-between gap-2">
            <label className="tick">
              <input
                type="checkbox"
                className="accent-control"
                checked={chosen.includes(s.id)}
                onChange={(e) => toggle(s.id, e.target.checked)}
              />
              {s.name}
            </label>
            <AmountSelect
              label={`How much for ${s.name}`}
              value={wanted.own[s.id] ?? wanted.much}
              own={s.id in wanted.own}
              disabled={!chosen.includes(s.id)}
              onChange={(much) => write(s.id, much)}
            />
          </li>
        ))}
      </ul>
      <Students seats={seats.filter((s) => chosen.includes(s.id))} on={wanted.students} set={(students) => change({ students })} />
    </section>
  )
}

/** A sheet for each student: how many there are, and what the file has then. */
function Students({ seats, on, set }: { seats: Seats; on: boolean; set: (on: boolean) => void }) {
  const all = seats.reduce((n, s) => n + s.students, 0)
  const none = seats.filter((s) => s.students === 0).map((s) => inSentence(s.name))
  if (all === 0) return null
  return (
    <>
      <label className="tick">
        <input type="checkbox" className="accent-control" checked={on} onChange={(e) => set(e.target.checked)} />A sheet for each student (
        {all})
      </label>
      {on && (
        <p className="text-fine text-soft">
          In the PDF, one sheet by name for each student, the way you set it on the class page. Here you see one sheet for each seat.
          {none.length > 0 && ` No students in the ${sayList(none)} yet: one sheet for the seat.`}
        </p>
      )}
    </>
  )
}
