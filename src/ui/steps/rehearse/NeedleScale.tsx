import { TRUE_WITHIN, type Needle } from '@/core/hearing/needle'

/** Half the width of the scale, in its own units, and units a cent. */
const [MIDDLE, CENT] = [140, 2.6]

/** From 50 cents flat to 50 sharp; between the marks it is true. What was heard and has ended is an outline. */
export function NeedleScale({ needle }: { needle: Needle | null }) {
  const at = needle?.kind === 'heard' ? MIDDLE + Math.max(-50, Math.min(50, needle.cents)) * CENT : null
  const held = needle?.kind === 'heard' && needle.held
  return (
    <svg viewBox="0 0 280 40" className="w-full" aria-hidden>
      <rect x={MIDDLE - TRUE_WITHIN * CENT} y={6} width={2 * TRUE_WITHIN * CENT} height={18} rx={3} fill="var(--pick-wash)" />
      {[-50, -25, 0, 25, 50].map((c) => (
        <g key={c}>
          <line
            x1={MIDDLE + c * CENT}
            x2={MIDDLE + c * CENT}
            y1={c === 0 ? 4 : 10}
            y2={26}
            stroke="var(--soft)"
            strokeWidth={c === 0 ? 2 : 1}
          />
          <text x={MIDDLE + c * CENT} y={38} fontSize={11} textAnchor="middle" fill="var(--soft)">
            {c === 0 ? 'true' : `${c > 0 ? '+' : ''}${c}`}
          </text>
        </g>
      ))}
      {at !== null && (
        <path
          d={`M${at} 26 l-7 -20 h14 z`}
          fill={held ? 'none' : 'var(--ink)'}
          stroke="var(--ink)"
          strokeWidth={1.5}
          strokeLinejoin="round"
        />
      )}
    </svg>
  )
}
