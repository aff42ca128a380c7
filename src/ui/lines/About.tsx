import { sayShort, type LineOrder, type OrderedLine } from '@/core/composing/ordered'
import { sayList } from '@/core/names'
import type { SeatRow } from '@/core/seats/seat'

const percent = (part: number): string => `${Math.round(100 * part)} %`

/** What a line asks for: how even, of whom how much, what is said first; and what of the order it does not keep. */
export function About({ line, order, seats }: { line: OrderedLine; order: LineOrder; seats: readonly SeatRow[] }) {
  const loads = seats.map((s) => `${s.name.toLowerCase()} ${Math.round(line.bySeat[s.id] ?? 0)}`)
  const short = sayShort(line, order)
  return (
    <div className="mt-3 grid gap-2">
      {short && (
        <p role="status" className={line.sound ? 'text-soft' : 'text-madder'}>
          {short}
        </p>
      )}
      <p>
        Evenness {percent(line.evenness)}. Points: {sayList(loads)}.
      </p>
      {line.things.length > 0 && (
        <div>
          <h2 className="panel-head">To say first</h2>
          <ul className="list-disc pl-5">
            {line.things.map((t) => (
              <li key={t}>{t}</li>
            ))}
          </ul>
        </div>
      )}
    </div>
  )
}
