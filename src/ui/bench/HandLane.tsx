import { Fragment, memo } from 'react'
import { heldPlace } from '@/core/fingering/handPins'
import { handSpans } from '@/core/fingering/hands'
import type { Frame } from '@/core/fingering/frame'
import type { MappedNote, SeatMap } from '@/core/fingering/map'
import type { Tongue } from '@/core/words/en/hands'
import { framesAlong, indentFor, nameRoom, SEMITONE } from './frames'
import { isDrawn, type DrawnStretch, type Metrics } from './grid'

type GlyphProps = { x: number; y: number; string: string; frame: Frame }

/** Frames are made anew with every map: those that say the same are drawn once. */
const sameGlyph = (a: GlyphProps, b: GlyphProps): boolean =>
  a.x === b.x && a.y === b.y && a.string === b.string && a.frame.name === b.frame.name && a.frame.places.join() === b.frame.places.join()

/** The four fingers of a frame as numerals spaced to scale; touching ones are tied by a line. */
const FrameGlyph = memo(function FrameGlyph({ x, y, string, frame }: GlyphProps) {
  const first = Math.min(...frame.places.filter((p) => p !== null))
  const at = (place: number) => x + 3 + nameRoom(string) + (place - first) * SEMITONE
  return (
    <g fontSize={11.5} fill="var(--soft)">
      <text x={x} y={y} fontWeight={650} fill="var(--soft)">
        {string}
      </text>
      {frame.places.map((p, i) => {
        if (p === null) return null
        const next = frame.places.slice(i + 1).find((q) => q !== null)
        return (
          <Fragment key={i}>
            <text x={at(p)} y={y} textAnchor="middle" fontWeight={700}>
              {i + 1}
            </text>
            {next !== undefined && next !== null && next - p === 1 && (
              <line x1={at(p) - 2} x2={at(next) + 2} y1={y + 3.5} y2={y + 3.5} stroke="var(--soft)" strokeWidth={1.6} />
            )}
          </Fragment>
        )
      })}
    </g>
  )
}, sameGlyph)

const Numeral = ({ x, y, position }: { x: number; y: number; position: string }) => (
  <text x={x} y={y} fontSize={12.5} fontWeight={700} fill="var(--ink)">
    {position}
  </text>
)

type LaneProps = {
  map: SeatMap
  /** The notes of the system. */
  notes: readonly MappedNote[]
  y: number
  m: Metrics
  /** Where the system ends. */
  width: number
  xOf: (n: MappedNote) => number
  drawn: DrawnStretch
  talk: Pick<Tongue, 'names'>
  /** Whether the fingers of each frame stand there; without them a hand that never leaves first position is nothing to see. */
  frames: boolean
}

/** The hand under a seat's notes: a bracket while it stays (thick where a pin holds it), its position at the left, its frames to scale. */
export const HandLane = memo(function HandLane({ map, notes, y, m, width, xOf, drawn, talk, frames }: LaneProps) {
  if (!frames && handSpans(map).every((s) => s.position === 'I')) return null
  const [first, last] = [notes[0]?.placed.onset ?? 0, notes.at(-1)?.placed.onset ?? -1]
  const spans = handSpans(map).filter((s) => s.to.placed.onset >= first && s.from.placed.onset <= last)
  const left = (n: MappedNote) => (n.placed.onset < first ? 0 : xOf(n) - m.chip / 2)
  const right = (n: MappedNote) => (n.placed.onset > last ? width : xOf(n) + m.chip / 2)
  const words = y + m.hand - 4
  const numerals = spans.map((s) => ({ at: s.from, left: left(s.from), right: left(s.from) + indentFor(s.position) }))
  return (
    <g>
      {spans.map((span) =>
        right(span.to) < drawn.from || left(span.from) > drawn.to ? null : (
          <g key={span.from.column}>
            <path
              d={`M${left(span.from)} ${y} ${span.from.placed.onset < first ? 'm0 4' : 'v4'} H${right(span.to)} ${span.to.placed.onset > last ? '' : 'v-4'}`}
              fill="none"
              stroke={heldPlace(map, span.from.column) ? 'var(--pinned)' : 'var(--soft)'}
              strokeWidth={heldPlace(map, span.from.column) ? 2.4 : 1.2}
            />
            <Numeral x={left(span.from)} y={words} position={span.position} />
          </g>
        ),
      )}
      {frames &&
        framesAlong(talk, map, notes, words, xOf, numerals).map(({ key, position, x, ...g }) =>
          !isDrawn(x, drawn) ? null : (
            <g key={key}>
              {position && <Numeral x={x} y={g.y} position={position} />}
              <FrameGlyph x={x + indentFor(position)} {...g} />
            </g>
          ),
        )}
    </g>
  )
})
