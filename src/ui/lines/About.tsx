import { sayShort, type LineOrder, type OrderedLine } from '@/core/composing/ordered'
import { capital, inSentence, sayList } from '@/core/names'
import { sayEven } from '@/core/words/en/amounts'
import type { SeatRow } from '@/core/seats/seat'

/** What a line asks for: how even, of whom how much, what is said first; and what of the order it does not keep. */
export function About({ line, order, seats }: { line: OrderedLine; order: LineOrder; seats: readonly SeatRow[] }) {
  const work = seats.map((s) => ({ name: inSentence(s.name), load: Math.round(line.bySeat[s.id] ?? 0) }))
  const most = work.reduce((a, b) => (b.load > a.load ? b : a))
  const short = sayShort(line, order)
  return (
    <div className="mt-3 grid gap-2">
      {short && (
        <p role="status" className={line.sound ? 'text-soft' : 'text-madder'}>
          {short}
        </p>
      )}
      <p>
        {capital(sayEven(line.evenness))} for the seats.{most.load > 0 && ` The ${most.name} has the most to do.`}
      </p>
      <details>
        <summary className="cursor-pointer text-sm text-link underline underline-offset-2">In figures</summary>
        <p className="text-sm">
          {Math.round(100 * line.evenness)} % even. Points: {sayList(work.map((w) => `${w.name} ${w.load}`))}.
        </p>
      </details>
      {line.things.length > 0 && (
        <div>
          <h2 className="panel-head">Say first</h2>
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
