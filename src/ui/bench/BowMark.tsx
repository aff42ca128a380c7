import type { Stroke } from '@/core/bowing/bow'

/** Down-bow, up-bow, and a comma before it where the bow is lifted; ringed where it comes out the wrong way round. */
export function BowMark({ x, y, stroke, wrong }: { x: number; y: number; stroke: Stroke; wrong: boolean }) {
  const color = wrong ? 'var(--ochre)' : 'var(--soft)'
  return (
    <g fill="none" stroke={color} strokeWidth={1.7}>
      {stroke.bow === 'down' ? (
        <path d={`M${x - 3.5} ${y} v-7 h7 v7`} strokeWidth={2} />
      ) : (
        <path d={`M${x - 3.5} ${y - 8} l3.5 8 l3.5 -8`} />
      )}
      {stroke.retake && <path d={`M${x - 7} ${y - 9} q1.6 2.4 -1 4.6`} />}
      {wrong && <circle cx={x} cy={y - 4} r={7.6} strokeWidth={1.4} />}
    </g>
  )
}
