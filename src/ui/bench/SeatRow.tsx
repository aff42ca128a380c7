import { struckIn } from '@/core/piece/struck'
import { memo, useCallback, useDeferredValue } from 'react'
import { bowingOf } from '@/core/bowing/bow'
import type { MappedNote, SeatMap } from '@/core/fingering/map'
import { isBroken } from '@/core/hands/hold'
import { letterName } from '@/core/music/pitch'
import type { Piece } from '@/core/piece/piece'
import { placeEvents } from '@/core/piece/walk'
import type { Spot } from '@/core/reading/spots/spot'
import type { Beat } from '@/core/seats/timeline'
import { BowMark } from './BowMark'
import { Chip, chipOf, Letters, Tail } from './Chip'
import { HandLane } from './HandLane'
import { MoveMarks } from './MoveMarks'
import { SpotMarks } from './SpotMarks'
import { BENCH, isDrawn, stringWeight, stringY, xAt, type BenchLayout, type Drawn } from './grid'

type Props = {
  piece: Piece
  map: SeatMap
  timeline: readonly Beat[]
  layout: BenchLayout
  top: number
  letters: boolean
  bows: boolean
  /** What the teacher sees of what trips this seat. */
  spots: readonly Spot[]
  /** Only what stands here is drawn. */
  drawn: Drawn
  label: string
}

/** Where a note's chip stands: half a chip into its moment. */
export const chipX = (layout: BenchLayout, timeline: readonly Beat[], onset: number): number =>
  (layout.at.get(onset) ?? xAt(layout, timeline, onset)) + 13

/** A head of the line: what is drawn of it stays its own when others come or go. */
const keyOf = (n: MappedNote): string => `${n.placed.event.id} ${n.head}`

/** A word in the middle of the strings where no finger is: a rest, or a note that cannot be reached. */
const Instead = ({ x, y, word, trouble = false }: { x: number; y: number; word: string; trouble?: boolean }) => (
  <text
    x={x}
    y={y}
    textAnchor="middle"
    fontSize={12.5}
    fontStyle={trouble ? undefined : 'italic'}
    fontWeight={trouble ? 700 : undefined}
    fill={trouble ? 'var(--madder)' : 'var(--soft)'}
    stroke="var(--paper)"
    strokeWidth={4}
    paintOrder="stroke"
  >
    {word}
  </text>
)

/** The strings of a seat. */
const Strings = memo(function Strings({ count, width }: { count: number; width: number }) {
  return Array.from({ length: count }, (_, s) => (
    <line
      key={s}
      x1={0}
      x2={width}
      y1={stringY(s, count)}
      y2={stringY(s, count)}
      stroke="var(--string)"
      strokeWidth={stringWeight(s, count)}
    />
  ))
})

/** One seat: its strings, the finger on each note, what rests, and the hand below. */
export const SeatRow = memo(function SeatRow({ piece, map, timeline, layout, top, letters, bows, spots, drawn, label }: Props) {
  const count = map.instrument.strings.length
  const x = useCallback((n: MappedNote) => chipX(layout, timeline, n.placed.onset), [layout, timeline])
  // A changed finger is drawn first; the hand below and its ways follow a moment later.
  const later = useDeferredValue(map)
  const bottom = stringY(0, count)
  const middle = bottom - 1.5 * BENCH.string + 4
  const unmapped = new Set(map.problems.filter((p) => !map.byEvent.has(p.placed.event.id)).map((p) => p.placed.event.id))
  const events = placeEvents(piece, map.line).filter((e) => isDrawn(chipX(layout, timeline, e.onset), drawn))
  const notes = map.notes.filter((n) => isDrawn(x(n), drawn))
  const chips = notes.map((n) =>
    chipOf(n, x(n), stringY(n.stop.string, count), Math.max(x(n), xAt(layout, timeline, n.placed.onset + n.placed.ticks) - 7)),
  )
  const bowing = bows ? bowingOf(piece, map.line) : null
  const wrong = new Set(bowing?.wrong.map((w) => w.event))
  const broken = notes.filter((n) => isBroken(n.hold) && !n.held && n.stop === n.hold.stops[0])
  return (
    <g transform={`translate(0 ${top})`} aria-label={label} role="img">
      <Strings count={count} width={layout.width} />
      {chips.map(({ x: at, y, end }, i) => (
        <Tail key={keyOf(notes[i])} x={at} y={y} end={end} />
      ))}
      {events.map((e) => {
        const at = chipX(layout, timeline, e.onset)
        if (e.event.kind === 'rest')
          return <Instead key={e.event.id} x={at} y={middle} word={struckIn(map.line).get(e.event.id) ?? 'rest'} />
        if (unmapped.has(e.event.id)) return <Instead key={e.event.id} x={at} y={middle} word="out" trouble />
        return null
      })}
      {chips.map(({ end: _, ...chip }, i) => (
        <Chip key={keyOf(notes[i])} {...chip} />
      ))}
      {letters &&
        notes
          .filter((n) => !n.held)
          .map((n, i, all) => {
            const stacked = n.chord && all[i - 1]?.placed === n.placed
            if (stacked) return null
            const names = n.chord
              ? all
                  .filter((o) => o.placed === n.placed)
                  .map((o) => letterName(o.pitch))
                  .join('·')
              : letterName(n.pitch)
            return <Letters key={keyOf(n)} x={x(n)} text={names} />
          })}
      {bowing &&
        events.map(({ event, onset }) => {
          const stroke = bowing.byEvent.get(event.id)
          if (event.kind === 'rest' || stroke?.events[0] !== event.id) return null
          // Beside the letters, however many a chord has.
          const aside = letters ? 9 + 5.5 * (2 * event.heads.length - 1) : 0
          return <BowMark key={event.id} x={chipX(layout, timeline, onset) + aside} y={9.5} stroke={stroke} wrong={wrong.has(event.id)} />
        })}
      {broken.map((n) => (
        <text key={n.placed.event.id} x={x(n)} y={bottom + 13} textAnchor="middle" fontSize={11.5} fill="var(--soft)">
          broken
        </text>
      ))}
      <SpotMarks
        spots={spots.filter((s) => isDrawn(chipX(layout, timeline, s.onset), drawn))}
        xAt={(onset) => chipX(layout, timeline, onset)}
        y={bottom + 13}
      />
      <MoveMarks map={later} xOf={x} drawn={drawn} hand={bottom + 14} />
      <HandLane map={later} y={bottom + 14} xOf={x} drawn={drawn} />
    </g>
  )
})
