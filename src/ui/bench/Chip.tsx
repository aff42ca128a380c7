import type { MappedNote } from '@/core/fingering/map'
import { isLearned } from '@/core/hands/hold'
import { fingerText } from '@/engrave/rows'
import { BENCH } from './layout'

/** A finger on its string: filled when stopped, hollow when open, with an arrow when it lies low or high. */
export function Chip({ x, y, note }: { x: number; y: number; note: MappedNote }) {
  const text = fingerText(note)
  const open = note.stop.finger === 0
  const width = text.length > 1 ? BENCH.pill : BENCH.chip
  const fresh = !isLearned(note.hold)
  return (
    <g>
      <rect
        x={x - width / 2}
        y={y - BENCH.chip / 2}
        width={width}
        height={BENCH.chip}
        rx={BENCH.chip / 2}
        fill={open ? 'var(--sheet)' : fresh ? 'var(--madder)' : 'var(--ink)'}
        stroke={fresh ? 'var(--madder)' : 'var(--ink)'}
        strokeWidth={1.4}
        strokeDasharray={note.held ? '2 2' : undefined}
        fillOpacity={note.held && !open ? 0.55 : 1}
      />
      <text x={x} y={y + 4.8} textAnchor="middle" fontSize={14} fontWeight={650} fill={open ? 'var(--ink)' : 'var(--paper)'}>
        {text}
      </text>
      {note.pinned && !note.held && (
        <path d={`M${x + width / 2 - 5} ${y - 19} h8 l-4 7 z`} fill="var(--rosin)" stroke="var(--sheet)" strokeWidth={0.8} />
      )}
    </g>
  )
}
