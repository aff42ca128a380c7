import { SEATS } from '@/core/hands/instruments'
import type { Preview } from '@/core/seats/preview'

const WIDTH = 268
const ROW = 27
const GAP = 5.4
const RADIUS = 2.2

const round = (x: number): number => Math.round(10 * x) / 10

/** Dots as one path: a shelf of pieces has hundreds of them. */
const path = (dots: Preview['violin']): string =>
  dots
    .map(
      (d) =>
        `M${round(5 + d.at * (WIDTH - 10) - RADIUS)} ${round((3 - d.string) * GAP)}a${RADIUS} ${RADIUS} 0 1 0 4.4 0a${RADIUS} ${RADIUS} 0 1 0-4.4 0`,
    )
    .join('')

/** The first measures as four small rows of strings: the shape of the piece under the hands. Without dots when it could not be drawn. */
export function BenchPreview({ rows }: { rows: Preview | null }) {
  return (
    <svg viewBox={`0 0 ${WIDTH} ${4 * ROW + 6}`} className="w-full" aria-hidden>
      {SEATS.map((seat, r) => (
        <g key={seat} transform={`translate(0 ${r * ROW + 6})`} stroke="var(--ink)" strokeWidth={0.9}>
          {[3, 2, 1, 0].map((s, i) => (
            <path key={s} d={`M0 ${round(i * GAP)}h${WIDTH}`} stroke="var(--string)" strokeOpacity={0.55} strokeWidth={0.5 + i * 0.35} />
          ))}
          {rows && (
            <>
              <path d={path(rows[seat].filter((d) => !d.open))} fill="var(--ink)" />
              <path d={path(rows[seat].filter((d) => d.open))} fill="var(--sheet)" />
            </>
          )}
        </g>
      ))}
    </svg>
  )
}
