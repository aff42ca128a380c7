import { struckIn } from '@/core/piece/struck'
import { memo, useCallback, useDeferredValue, useMemo } from 'react'
import { bowingOf } from '@/core/bowing/bow'
import type { MappedNote, SeatMap } from '@/core/fingering/map'
import { isBroken } from '@/core/hands/hold'
import { printedNote } from '@/core/music/noteName'
import type { Talk } from '@/core/plan/talk'
import type { Piece } from '@/core/piece/piece'
import { placeEvents } from '@/core/piece/walk'
import type { SaidSpot } from '@/core/words/en/spots/said'
import type { Beat } from '@/core/balance/timeline'
import { BowMark } from './BowMark'
import { Chip, chipOf, Letters, Tail } from './Chip'
import { HandLane } from './HandLane'
import { MoveMarks } from './MoveMarks'
import { SpotMarks } from './SpotMarks'
import { chipX, isDrawn, isIn, stringWeight, stringY, xAt, type DrawnStretch, type Metrics, type System } from './grid'

type Props = {
  piece: Piece
  map: SeatMap
  timeline: readonly Beat[]
  /** The stretch of the music that is drawn here. */
  system: System
  m: Metrics
  top: number
  letters: boolean
  /** How the class calls notes, and where the arrow of a low finger stands. */
  talk: Talk
  bows: boolean
  /** What the teacher sees of what trips this seat. */
  spots: readonly SaidSpot[]
  /** Which of them are written out. */
  said: ReadonlySet<string>
  /** Only what stands here is drawn. */
  drawn: DrawnStretch
  /** What a child is told who looks at it: strings, fingers and where the hand goes, no mark that has to be explained. */
  child: ChildWords | null
  label: string
}

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
const Strings = memo(function Strings({ count, width, m }: { count: number; width: number; m: Metrics }) {
  return Array.from({ length: count }, (_, s) => (
    <line
      key={s}
      x1={0}
      x2={width}
      y1={stringY(s, count, m)}
      y2={stringY(s, count, m)}
      stroke="var(--string)"
      strokeWidth={stringWeight(s, count)}
    />
  ))
})

/** What stands where no finger is, to a child. */
export type ChildWords = { readonly rest: string; readonly notYet: string }

/** One seat: its strings, the finger on each note, what rests, and the hand below. */
export const SeatRow = memo(function SeatRow({
  piece,
  map,
  timeline,
  system,
  m,
  top,
  letters,
  talk,
  bows,
  spots,
  said,
  drawn,
  child,
  label,
}: Props) {
  const count = map.instrument.strings.length
  const x = useCallback((n: MappedNote) => chipX(system, timeline, n.placed.onset, m), [system, timeline, m])
  const isHere = useCallback((n: MappedNote) => isIn(system, n.placed.onset), [system])
  // A changed finger is drawn first; the hand below and its ways follow a moment later.
  const later = useDeferredValue(map)
  const bottom = stringY(0, count, m)
  const middle = bottom - ((count - 1) / 2) * m.string + 4
  const hand = bottom + m.marks
  const hands = useMemo(() => later.notes.filter(isHere), [later, isHere])
  const unmapped = new Set(map.problems.filter((p) => !map.byEvent.has(p.placed.event.id)).map((p) => p.placed.event.id))
  const events = placeEvents(piece, map.line).filter((e) => isIn(system, e.onset) && isDrawn(chipX(system, timeline, e.onset, m), drawn))
  const notes = map.notes.filter((n) => isHere(n) && isDrawn(x(n), drawn))
  const chips = notes.map((n) =>
    chipOf(
      n,
      x(n),
      stringY(n.stop.string, count, m),
      Math.max(x(n), xAt(system, timeline, n.placed.onset + n.placed.ticks) - 7),
      talk.low,
      m,
    ),
  )
  const bowing = bows ? bowingOf(piece, map.line) : null
  // As it comes is the rule: a ring only where the class wants its first beats down.
  const wrong = new Set(map.setup.policy.downbeats === 'down' ? bowing?.wrong.map((w) => w.event) : [])
  const broken = notes.filter((n) => isBroken(n.hold) && !n.held && n.stop === n.hold.stops[0])
  return (
    <g transform={`translate(0 ${top})`} aria-label={label} role="img">
      <Strings count={count} width={system.width} m={m} />
      {chips.map(({ x: at, y, end }, i) => (
        <Tail key={keyOf(notes[i])} x={at} y={y} end={end} />
      ))}
      {events.map((e) => {
        const at = chipX(system, timeline, e.onset, m)
        if (e.event.kind === 'rest')
          return <Instead key={e.event.id} x={at} y={middle} word={struckIn(map.line).get(e.event.id) ?? child?.rest ?? 'rest'} />
        if (unmapped.has(e.event.id)) return <Instead key={e.event.id} x={at} y={middle} word={child?.notYet ?? 'out'} trouble />
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
                  .map((o) => printedNote(talk.names, o.pitch))
                  .join('·')
              : printedNote(talk.names, n.pitch)
            return <Letters key={keyOf(n)} x={x(n)} y={m.letters - m.chip / 2 - 3} text={names} />
          })}
      {bowing &&
        events.map(({ event, onset }) => {
          const stroke = bowing.byEvent.get(event.id)
          if (event.kind === 'rest' || stroke?.events[0] !== event.id) return null
          // Beside the letters, however many a chord has.
          const aside = letters ? 9 + 5.5 * (2 * event.heads.length - 1) : 0
          return (
            <BowMark
              key={event.id}
              x={chipX(system, timeline, onset, m) + aside}
              y={m.letters - m.chip / 2 - 3}
              stroke={stroke}
              wrong={wrong.has(event.id)}
            />
          )
        })}
      {!child &&
        broken.map((n) => (
          <text key={n.placed.event.id} x={x(n)} y={bottom + m.chip / 2 + 6} textAnchor="middle" fontSize={11.5} fill="var(--soft)">
            broken
          </text>
        ))}
      {!child && (
        <SpotMarks
          spots={spots.filter((s) => isIn(system, s.onset) && isDrawn(chipX(system, timeline, s.onset, m), drawn))}
          said={said}
          xAt={(onset) => chipX(system, timeline, onset, m)}
          y={bottom + m.chip / 2 + 5}
        />
      )}
      <MoveMarks map={later} isHere={isHere} xOf={x} m={m} drawn={drawn} hand={hand} told={!child} />
      <HandLane talk={talk} frames={!child} map={later} notes={hands} y={hand} m={m} width={system.width} xOf={x} drawn={drawn} />
    </g>
  )
})
