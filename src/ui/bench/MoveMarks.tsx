import { memo } from 'react'
import type { MappedNote, SeatMap } from '@/core/fingering/map'
import { movesOf, type Move } from '@/core/fingering/moves'
import { sayHandMove } from '@/core/words/en/fingering'
import { isDrawn, stringY, type DrawnStretch, type Metrics } from './grid'

type Props = {
  map: SeatMap
  /** Whether a note stands in the system. */
  isHere: (n: MappedNote) => boolean
  xOf: (n: MappedNote) => number
  m: Metrics
  drawn: DrawnStretch
  hand: number
  /** What a move is, in words, for who points at it. */
  told: boolean
}

/**
 * What happens between notes, drawn: a shift as a slope from bracket to bracket (broken when nothing gives it time), a
 * slide as a wave over the string, one finger over two strings as a dotted line.
 */
export const MoveMarks = memo(function MoveMarks({ map, isHere, xOf, m: sizes, drawn, hand, told }: Props) {
  const first = new Map<number, MappedNote>()
  const last = new Map<number, MappedNote>()
  for (const n of map.notes) {
    if (!first.has(n.column)) first.set(n.column, n)
    last.set(n.column, n)
  }
  return (
    <g fill="none">
      {movesOf(map).map((m) => {
        const [a, b] = [last.get(m.from), first.get(m.to)]
        if (m.jump || !a || !b || !isHere(b) || !isDrawn(xOf(b), drawn)) return null
        const to = xOf(b) - sizes.chip / 2
        const from = isHere(a) ? xOf(a) + sizes.chip / 2 : Math.max(0, to - 14)
        return (
          <g key={m.to}>
            {m.shift && <Slope move={m} from={from} to={to} y={hand} told={told} />}
            {m.slide && !m.slide.across && (
              <Wave from={from} to={to} y={stringY(b.stop.string, map.instrument.strings.length, sizes) - sizes.chip * 0.4} />
            )}
            {m.fifth && isHere(a) && (
              <line
                x1={xOf(a)}
                y1={stringY(a.stop.string, map.instrument.strings.length, sizes)}
                x2={xOf(b)}
                y2={stringY(b.stop.string, map.instrument.strings.length, sizes)}
                stroke="var(--ink)"
                strokeWidth={1.6}
                strokeDasharray="1.5 3.5"
                strokeLinecap="round"
              />
            )}
          </g>
        )
      })}
    </g>
  )
})

function Slope({ move, from, to, y, told }: { move: Move; from: number; to: number; y: number; told: boolean }) {
  const { halfSteps, over } = move.shift!
  const up = halfSteps > 0
  const hurried = over === 'slur' || over === 'nothing'
  // At least a few pixels wide, so that its direction is seen.
  const [x1, x2] = to - from < 8 ? [(from + to) / 2 - 4, (from + to) / 2 + 4] : [from + 1, to - 1]
  const [y1, y2] = up ? [y + 9, y + 1] : [y + 1, y + 9]
  return (
    <g stroke="var(--soft)" strokeWidth={1.8}>
      {told && <title>{sayHandMove(move)[0]}</title>}
      <line x1={x1} y1={y1} x2={x2} y2={y2} strokeDasharray={hurried ? '3 2.5' : undefined} />
      <path d={up ? `M${x2 - 5} ${y2 + 0.5} h5 v5` : `M${x2 - 5} ${y2 - 0.5} h5 v-5`} />
    </g>
  )
}

function Wave({ from, to, y }: { from: number; to: number; y: number }) {
  const width = Math.max(8, to - from)
  const start = (from + to) / 2 - width / 2
  return <path d={`M${start} ${y} q${width / 4} -6 ${width / 2} 0 t${width / 2} 0`} stroke="var(--ink)" strokeWidth={1.8} />
}
