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
            {next !== undefined && next !== null && next - p === 1 && <line x1={at(p) - 2} x2={at(next) + 2} y1={y + 3.5} y2={y + 3.5} stroke="var(--spruce)" strokeWidth={1.6} />}
          </Fragment>
        )
      })}
    </g>
  )
}

type Placed = { x: number; y: number; string: string; frame: Frame; key: string }

/** A frame that would stand farther than this from its note says nothing there; the inspector still does. */
const DRIFT = 40

/** The hand under a seat's notes: a bracket while it stays, its position at the left, its frames to scale. */
export function HandLane({ map, y, xOf }: { map: SeatMap; y: number; xOf: (n: MappedNote) => number }) {
  const spans = handSpans(map)
  const byLetter = fingersByLetter(map.instrument.seat)
  const glyphs: Placed[] = []
  let free = -Infinity
  spans.forEach((span, s) => {
    free = Math.max(free, xOf(span.from) - 8 + span.position.length * 7 + 8)
    span.frames.forEach(({ at, frame }, f) => {
      // Where half steps choose the fingers the frame is the same on every string: said only when it changes.
      if (!byLetter && frame.name === glyphs[glyphs.length - 1]?.frame.name) return
      const x = Math.max(xOf(at) - 8, free)
      if (x - xOf(at) > DRIFT) return
      glyphs.push({ x, y: y + 23, string: byLetter ? map.instrument.strings[at.stop.string].letter : '', frame, key: `${s}-${f}` })
      free = x + frameWidth(frame) + 4
    })
  })
  return (
    <g>
      {spans.map((span, s) => {
        const [from, to] = [xOf(span.from) - BENCH.chip / 2, xOf(span.to) + BENCH.chip / 2]
        return (
          <g key={s}>
            <path d={`M${from} ${y + 2} v5 H${to} v-5`} fill="none" stroke="var(--soft)" strokeWidth={1.2} />
            <text x={from} y={y + 23} fontSize={12.5} fontWeight={700} fill={span.position === 'I' ? 'var(--ink)' : 'var(--rosin)'}>
              {span.position}
            </text>
          </g>
        )
      })}
      {glyphs.map(({ key, ...g }) => (
        <FrameGlyph key={key} {...g} />
      ))}
    </g>
  )
}
