import { INSTRUMENTS, SEATS } from '@/core/hands/instruments'
import type { Level } from '@/core/hands/level'
import type { KindChoice } from '@/core/reading/choice'
import { stageOf, type Stage } from '@/core/reading/matters'
import { aboutKind } from '@/core/reading/spots/detectors'
import { SPOT_KINDS, type SpotKind } from '@/core/reading/spots/spot'

const STAGES: Record<Stage, string> = {
  beginning: 'at the beginning',
  'first position': 'in first position',
  beyond: 'beyond first position',
}

type Props = { level: Level; spots: KindChoice; setSpot: (kind: SpotKind, choice: 'show' | 'hide' | null) => void }

/** Which kinds of spots this class is shown: by where its level stands, always, or never. */
export function Kinds({ level, spots, setSpot }: Props) {
  const stands = SEATS.map((s) => `${INSTRUMENTS[s].name.toLowerCase()} ${STAGES[stageOf(level[s])]}`).join(', ')
  const own = Object.keys(spots).length
  return (
    <>
      <p className="text-[13px] leading-snug text-soft">
        The level decides what is worth a mark: {stands}. What is daily bread at one stage stops the stage before.
      </p>
      <details className="mt-1">
        <summary className="cursor-pointer text-rosin underline underline-offset-2">
          Decide kind by kind{own > 0 && ` (${own} decided)`}
        </summary>
        <ul className="mt-1 grid grid-cols-2 gap-x-6">
          {SPOT_KINDS.map((k) => (
            <li key={k} className="flex items-center justify-between gap-2 border-t border-rule py-0.5">
              <label htmlFor={`class-kind-${k}`} className="text-sm leading-tight">
                {aboutKind(k).name}
              </label>
              <select
                id={`class-kind-${k}`}
                value={spots[k] ?? ''}
                onChange={(e) => setSpot(k, e.target.value === '' ? null : (e.target.value as 'show' | 'hide'))}
                className={`w-[84px] shrink-0 rounded border bg-sheet px-1 py-0.5 text-sm ${spots[k] ? 'border-rosin font-semibold' : 'border-rule'}`}
              >
                <option value="">by level</option>
                <option value="show">always</option>
                <option value="hide">never</option>
              </select>
            </li>
          ))}
        </ul>
      </details>
    </>
  )
}
