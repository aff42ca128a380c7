import { SEATS, type Seat } from '@/core/hands/instruments'
import type { Dot } from '@/core/seats/preview'

const WIDTH = 268
const ROW = 27
const GAP = 5.4

/** The first measures as four small rows of strings: the shape of the piece under the hands. */
export function BenchPreview({ rows }: { rows: Record<Seat, Dot[]> }) {
  return (
    <svg viewBox={`0 0 ${WIDTH} ${4 * ROW + 6}`} className="w-full" aria-hidden>
      {SEATS.map((seat, r) => (
        <g key={seat} transform={`translate(0 ${r * ROW + 6})`}>
          {[3, 2, 1, 0].map((s, i) => (
            <line
              key={s}
              x1={0}
              x2={WIDTH}
              y1={i * GAP}
              y2={i * GAP}
              stroke="var(--string)"
              strokeOpacity={0.55}
              strokeWidth={0.5 + i * 0.35}
            />
          ))}
          {rows[seat].map((d, i) => (
            <circle
              key={i}
              cx={5 + d.at * (WIDTH - 10)}
              cy={(3 - d.string) * GAP}
              r={2.2}
              fill={d.open ? 'var(--sheet)' : 'var(--ink)'}
              stroke="var(--ink)"
              strokeWidth={0.9}
            />
          ))}
        </g>
      ))}
    </svg>
  )
}
