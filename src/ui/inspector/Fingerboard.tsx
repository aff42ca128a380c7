import { fingerSign } from '@/core/reading/numeral'
import type { Frame } from '@/core/fingering/frame'
import type { Hold } from '@/core/hands/hold'
import type { Instrument } from '@/core/instruments/instrument'
import { plainNote } from '@/core/music/noteName'
import { useDesk } from '@/ui/session/DeskProvider'
import { stringWeight } from '@/ui/bench/grid'

const WIDTH = 128
const GAP = 12
const NUT = 20

/**
 * The end of the fingerboard, seen as the player's strings lie in the bench: nut at the left, places to the scale of a
 * string in equal temperament, L·(1 − 2^(−k/12)), from a little below the hand to a little above it.
 */
export function Fingerboard({ instrument, hold, frame }: { instrument: Instrument; hold: Hold; frame: Frame | null }) {
  const names = useDesk((d) => d.klass.talk.names)
  const count = instrument.strings.length
  const places = (frame?.places ?? [2, 4, 5, 7]).filter((p) => p !== null)
  const lowest = Math.min(...places)
  const highest = Math.max(...places, ...hold.stops.map((s) => s.k))
  // A high position starts the drawing there instead of at the nut, so the places stay apart.
  const from = lowest > 4 ? lowest - 2 : 0
  const along = (k: number) => 1 - 2 ** (-k / 12)
  const scale = (WIDTH - NUT - 10) / (along(Math.max(highest, from + 7) + 0.6) - along(from))
  // Rounded: server and browser may differ in the last bit of a power.
  const x = (k: number) => Math.round((NUT + (along(k) - along(from)) * scale) * 10) / 10
  const y = (string: number) => 10 + (count - 1 - string) * GAP
  const top = hold.stops[hold.stops.length - 1]
  const held = frame && top.finger > 0
  return (
    <svg
      width={WIDTH}
      height={20 + (count - 1) * GAP}
      role="img"
      aria-label={`Fingerboard of the ${instrument.name.toLowerCase()}`}
      className="shrink-0"
    >
      {instrument.strings.map((p, s) => (
        <g key={s}>
          <text x={0} y={y(s) + 3.5} fontSize={10.5} fill="var(--soft)">
            {plainNote(names, p.letter)}
          </text>
          <line x1={NUT - 2} x2={WIDTH} y1={y(s)} y2={y(s)} stroke="var(--string)" strokeWidth={stringWeight(s, count)} />
        </g>
      ))}
      <line
        x1={NUT - 2}
        x2={NUT - 2}
        y1={y(count - 1) - 5}
        y2={y(0) + 5}
        stroke="var(--ink)"
        strokeWidth={from === 0 ? 3 : 0.8}
        strokeDasharray={from === 0 ? undefined : '2 2'}
      />
      {held &&
        frame.places.map((p, i) =>
          p === null || i + 1 === top.finger ? null : (
            <g key={i}>
              <circle cx={x(p)} cy={y(top.string)} r={5} fill="var(--sheet)" stroke="var(--spruce)" strokeWidth={1.3} />
              <text x={x(p)} y={y(top.string) + 3.2} textAnchor="middle" fontSize={9} fill="var(--spruce)" fontWeight={700}>
                {i + 1}
              </text>
            </g>
          ),
        )}
      {hold.stops.map((s) =>
        s.finger === 0 ? (
          <circle key={s.string} cx={NUT - 2} cy={y(s.string)} r={5.5} fill="var(--sheet)" stroke="var(--pick)" strokeWidth={2.4} />
        ) : (
          <g key={s.string}>
            <circle cx={x(s.k)} cy={y(s.string)} r={8} fill="var(--pick)" />
            <text x={x(s.k)} y={y(s.string) + 4.2} textAnchor="middle" fontSize={12} fontWeight={700} fill="var(--sheet)">
              {fingerSign(s.finger)}
            </text>
          </g>
        ),
      )}
    </svg>
  )
}
