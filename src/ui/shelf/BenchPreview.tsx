import type { Preview } from '@/core/balance/preview.schema'

const WIDTH = 268
const ROW = 27
/** What four strings take, however many there are. */
const SPAN = 3 * 5.4
/** Rows without a note, where a piece could not be drawn. */
const EMPTY: Preview = ['1', '2', '3', '4'].map((name) => ({ name, strings: 4, dots: [] }))
const RADIUS = 2.2

const gapOf = (strings: number): number => SPAN / Math.max(1, strings - 1)
const round = (x: number): number => Math.round(10 * x) / 10

/** Dots as one path: a shelf of pieces has hundreds of them. */
const path = (dots: Preview[number]['dots'], strings: number): string =>
  dots
    .map(
      (d) =>
        `M${round(5 + d.at * (WIDTH - 10) - RADIUS)} ${round((strings - 1 - d.string) * gapOf(strings))}a${RADIUS} ${RADIUS} 0 1 0 4.4 0a${RADIUS} ${RADIUS} 0 1 0-4.4 0`,
    )
    .join('')

/** The first measures as small rows of strings, a row a seat: the shape of the piece under the hands. Without dots when it could not be drawn; a still outline while it is being drawn. */
export function BenchPreview({ rows, coming }: { rows: Preview | null; coming: boolean }) {
  const shown = rows ?? EMPTY
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${shown.length * ROW + 6}`}
      className={`w-full ${coming ? 'opacity-35' : ''}`}
      aria-hidden
      data-coming={coming || undefined}
    >
      {shown.map(({ name, strings, dots }, r) => (
        <g key={name} transform={`translate(0 ${r * ROW + 6})`} stroke="var(--ink)" strokeWidth={0.9}>
          {Array.from({ length: strings }, (_, i) => (
            <path
              key={i}
              d={`M0 ${round(i * gapOf(strings))}h${WIDTH}`}
              stroke="var(--string)"
              strokeOpacity={0.55}
              strokeWidth={0.5 + i * 0.35}
            />
          ))}
          <path
            d={path(
              dots.filter((d) => !d.open),
              strings,
            )}
            fill="var(--ink)"
          />
          <path
            d={path(
              dots.filter((d) => d.open),
              strings,
            )}
            fill="var(--sheet)"
          />
        </g>
      ))}
    </svg>
  )
}
