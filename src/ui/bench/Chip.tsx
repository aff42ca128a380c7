import { memo } from 'react'
import type { MappedNote } from '@/core/fingering/map'
import { isLearned } from '@/core/hands/hold'
import type { Talk } from '@/core/plan/talk'
import { numeral } from '@/core/reading/numeral'
import type { Metrics } from './grid'

/** All that a chip shows, as plain values: one that shows the same is not drawn again. */
type Shown = {
  readonly x: number
  readonly y: number
  /** Where the note ends. */
  readonly end: number
  readonly text: string
  readonly open: boolean
  readonly fresh: boolean
  readonly held: boolean
  readonly pinned: boolean
  /** Height and width of the finger, in pixels. */
  readonly size: number
  readonly width: number
}

/** What the chip of a note shows at a place. */
export const chipOf = (note: MappedNote, x: number, y: number, end: number, low: Talk['low'], { chip, pill }: Metrics): Shown => ({
  x,
  y,
  end,
  text: numeral(note.stop, low),
  open: note.stop.finger === 0,
  fresh: !isLearned(note.hold),
  held: note.held,
  pinned: note.pinned && !note.held,
  size: chip,
  width: numeral(note.stop, low).length > 1 ? pill : chip,
})

/** How long a note lasts, as a bar along its string. */
export const Tail = memo(function Tail({ x, y, end }: Pick<Shown, 'x' | 'y' | 'end'>) {
  return <line x1={x} x2={end} y1={y} y2={y} stroke="var(--ink)" strokeOpacity={0.62} strokeWidth={5} strokeLinecap="round" />
})

/** A finger on its string: filled when stopped, hollow when open, with an arrow when it lies low or high. */
export const Chip = memo(function Chip({ x, y, text, open, fresh, held, pinned, size, width }: Omit<Shown, 'end'>) {
  return (
    <g>
      <rect
        x={x - width / 2}
        y={y - size / 2}
        width={width}
        height={size}
        rx={size / 2}
        fill={open ? 'var(--sheet)' : fresh ? 'var(--madder)' : 'var(--ink)'}
        stroke={fresh ? 'var(--madder)' : 'var(--ink)'}
        strokeWidth={1.4}
        strokeDasharray={held ? '2 2' : undefined}
        fillOpacity={held && !open ? 0.55 : 1}
      />
      <text
        x={x}
        y={y + size * 0.27}
        textAnchor="middle"
        fontSize={size * 0.8}
        fontWeight={650}
        fill={open ? 'var(--ink)' : 'var(--paper)'}
      >
        {text}
      </text>
      {pinned && (
        <path
          className="pin-mark"
          d={`M${x + width / 2 - 4} ${y - size / 2 - 6} h8 l-4 7 z`}
          fill="var(--pinned)"
          stroke="var(--sheet)"
          strokeWidth={0.8}
        />
      )}
    </g>
  )
})

/** The letter of a note, or the letters of a chord, over the strings. */
export const Letters = memo(function Letters({ x, y, text }: { x: number; y: number; text: string }) {
  return (
    <text x={x} y={y} textAnchor="middle" fontSize={13} fill="var(--soft)">
      {text}
    </text>
  )
})
