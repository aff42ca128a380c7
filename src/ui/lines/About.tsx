import { EVEN, type LineOrder } from '@/core/composing/ordered'
import { sayList } from '@/core/names'
import type { SeatRow } from '@/core/seats/seat'
import type { OrderedLine } from '@/workers/protocol'

const percent = (part: number): string => `${Math.round(100 * part)} %`

const MISSING: Readonly<Record<LineOrder['train'], string>> = {
  plain: 'can be sung',
  crossing: 'has a crossing and can be sung',
  skips: 'has enough skips and can be sung',
  rhythm: 'has more than quarters, halves and whole notes and can be sung',
  'one string': 'every seat plays on one string and can be sung',
}

/** What a line asks for: how even, of whom how much, what is said first; and what of the order it does not keep. */
export function About({ line, order, seats }: { line: OrderedLine; order: LineOrder; seats: readonly SeatRow[] }) {
  const loads = seats.map((s) => `${s.name.toLowerCase()} ${Math.round(line.bySeat[s.id] ?? 0)}`)
  return (
    <div className="mt-3 grid gap-2">
      {!line.sound && (
        <p role="status" className="text-madder">
          No line was found that {MISSING[order.train]}, out of what this class has learned. This is the nearest; try another number or key.
        </p>
      )}
      {line.sound && !line.holds && (
        <p role="status" className="text-soft">
          It is less even than {percent(EVEN)}: the most even that was found for this number. Another may be more so.
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
