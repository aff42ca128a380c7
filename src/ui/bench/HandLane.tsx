import { Fragment } from 'react'
import { handSpans } from '@/core/fingering/hands'
import type { Frame } from '@/core/fingering/frame'
import type { MappedNote, SeatMap } from '@/core/fingering/map'
import { fingersByLetter } from '@/core/hands/schools'
import { BENCH } from './layout'

/** Pixels to a semitone in the small frame: touching fingers stand side by side. */
const SEMITONE = 6.4

const frameWidth = (frame: Frame): number => {
  const places = frame.places.filter((p) => p !== null)
  return 13 + (Math.max(...places) - Math.min(...places)) * SEMITONE + 8
}

/** The four fingers of a frame as numerals spaced to scale; touching ones are tied by a line. */
function FrameGlyph({ x, y, string, frame }: { x: number; y: number; string: string; frame: Frame }) {
  const first = Math.min(...frame.places.filter((p) => p !== null))
  const at = (place: number) => x + 16 + (place - first) * SEMITONE
  return (
    <g fontSize={11} fill="var(--spruce)">
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
              <line x1={at(p) - 2} x2={at(next) + 2} y1={y + 3.5} y2={y + 3.5} stroke="var(--spruce)" strokeWidth={1.6} />
            )}
          </Fragment>
        )
      })}
    </g>
  )
}

type Placed = { x: number; y: number; position: string | null; string: string; frame: Frame; key: number }

/** A frame that would stand farther than this from its note says nothing there; the inspector still does. */
const DRIFT = 40
/** After so many pixels the frame and position are said again, so that wherever one scrolls they are in sight. */
const AGAIN = 430

/** Frames along the line: where one is set or changes on its string, and again after a while. */
function framesAlong(map: SeatMap, y: number, xOf: (n: MappedNote) => number, starts: ReadonlyMap<MappedNote, number>): Placed[] {
  const byLetter = fingersByLetter(map.instrument.seat)
  const glyphs: Placed[] = []
  const said = new Map<number, { name: string; x: number }>()
  let free = -Infinity
  map.notes.forEach((n, i) => {
    const numeral = starts.get(n)
    if (numeral !== undefined) free = Math.max(free, numeral)
    if (!n.frame || n.held) return
    // Where half steps choose the fingers, the frame is the same on every string.
    const track = byLetter ? n.stop.string : 0
    const last = said.get(track)
    const changed = last?.name !== n.frame.name
    if (!changed && xOf(n) - last.x < AGAIN) return
    const position = numeral === undefined && (last ? !changed : false) ? n.position : null
    const x = Math.max(xOf(n) - 8, free)
    if (x - xOf(n) > DRIFT) return
    said.set(track, { name: n.frame.name, x })
    const indent = position ? position.length * 7 + 8 : 0
    glyphs.push({ x, y, position, string: byLetter ? map.instrument.strings[n.stop.string].letter : '', frame: n.frame, key: i })
    free = x + indent + frameWidth(n.frame) + 6
  })
  return glyphs
}

const Numeral = ({ x, y, position }: { x: number; y: number; position: string }) => (
  <text x={x} y={y} fontSize={12.5} fontWeight={700} fill={position === 'I' ? 'var(--ink)' : 'var(--rosin)'}>
    {position}
  </text>
)

/** The hand under a seat's notes: a bracket while it stays, its position at the left, its frames to scale. */
export function HandLane({ map, y, xOf }: { map: SeatMap; y: number; xOf: (n: MappedNote) => number }) {
  const spans = handSpans(map)
  const left = (n: MappedNote) => xOf(n) - BENCH.chip / 2
  const starts = new Map(spans.map((s) => [s.from, left(s.from) + s.position.length * 7 + 8]))
  return (
    <g>
      {spans.map((span, s) => (
        <g key={s}>
          <path
            d={`M${left(span.from)} ${y + 2} v5 H${xOf(span.to) + BENCH.chip / 2} v-5`}
            fill="none"
            stroke="var(--soft)"
            strokeWidth={1.2}
          />
          <Numeral x={left(span.from)} y={y + 23} position={span.position} />
        </g>
      ))}
      {framesAlong(map, y + 23, xOf, starts).map(({ key, position, x, ...g }) => (
        <g key={key}>
          {position && <Numeral x={x} y={g.y} position={position} />}
          <FrameGlyph x={x + (position ? position.length * 7 + 6 : 0)} {...g} />
        </g>
      ))}
    </g>
  )
}
