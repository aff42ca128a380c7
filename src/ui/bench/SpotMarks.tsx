import { kindMark, type SaidSpot } from '@/core/words/en/spots/said'
import { wedgeSize } from '@/ui/kit/Wedge'
import { isBeyond } from '@/ui/session/selectors'

/** About how wide a letter of a mark is, and how far one word keeps from the next mark, in pixels. */
const LETTER = 6.1
const GAP = 14

type Props = {
  spots: readonly SaidSpot[]
  /** Those that are written out: what is said first, and what is picked. */
  said: ReadonlySet<string>
  xAt: (onset: number) => number
  y: number
}

/**
 * What trips this seat, under its notes: a wedge by hardness. Only what matters most has a word; the others tell on hover and
 * when they are picked. Red is what is new for the class or out of reach.
 */
export function SpotMarks({ spots, said, xAt, y }: Props) {
  const byMoment = new Map<number, SaidSpot[]>()
  for (const s of spots) byMoment.set(s.onset, [...(byMoment.get(s.onset) ?? []), s])
  const marks = [...byMoment.values()]
    .map((all) => {
      const named = all.find((s) => said.has(s.id))
      const shown = named ?? all.reduce((a, b) => (b.hard > a.hard ? b : a))
      return { shown, named: named !== undefined, all, x: xAt(shown.onset) }
    })
    .sort((a, b) => a.x - b.x)
  return (
    <g>
      {marks.map(({ shown, named, all, x }, i) => {
        const word = kindMark(shown.kind)
        const nextWord = marks.slice(i + 1).find((m) => m.named)
        const next = marks[i + 1]
        const room = Math.min(next?.x ?? Infinity, nextWord?.x ?? Infinity) - x - GAP
        const size = named ? wedgeSize(shown.hard) : 2.6
        const color = all.some(isBeyond) ? 'var(--madder)' : named ? 'var(--ink)' : 'var(--soft)'
        return (
          <g key={shown.id} fill={color}>
            <title>{all.map((s) => s.text).join(' ')}</title>
            <path d={`M${x - size} ${y + size * 0.8}L${x} ${y - size}L${x + size} ${y + size * 0.8}Z`} />
            {named && word.length * LETTER < room && (
              <text x={x + 8} y={y + 4} fontSize={12} fontWeight={600}>
                {word}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}
