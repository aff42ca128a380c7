import { aboutKind } from '@/core/reading/spots/detectors'
import type { Spot } from '@/core/reading/spots/spot'
import { wedgeSize } from '@/ui/kit/Wedge'

/** About how wide a letter of a mark is, in pixels. */
const LETTER = 5.9
const GAP = 16

/** What trips this seat, under its notes: a wedge by hardness and, where there is room for it, a word. */
export function SpotMarks({ spots, xAt, y }: { spots: readonly Spot[]; xAt: (onset: number) => number; y: number }) {
  const hardest = new Map<number, { spot: Spot; more: number }>()
  for (const s of spots) {
    const known = hardest.get(s.onset)
    hardest.set(s.onset, !known ? { spot: s, more: 0 } : { spot: s.hard > known.spot.hard ? s : known.spot, more: known.more + 1 })
  }
  const marks = [...hardest.values()].map(({ spot, more }) => ({ spot, more, x: xAt(spot.onset) })).sort((a, b) => a.x - b.x)
  return (
    <g fill="var(--madder)">
      {marks.map(({ spot, more, x }, i) => {
        const word = aboutKind(spot.kind).mark + (more ? ` +${more}` : '')
        const room = (marks[i + 1]?.x ?? Infinity) - x - GAP
        const s = wedgeSize(spot.hard)
        return (
          <g key={spot.id}>
            <path d={`M${x - s} ${y + s * 0.8}L${x} ${y - s}L${x + s} ${y + s * 0.8}Z`} />
            {word.length * LETTER < room && (
              <text x={x + 8} y={y + 4} fontSize={11.5} fontWeight={600}>
                {word}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}
