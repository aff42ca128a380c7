import { inSentence } from '@/core/names'
import { type Seat } from '@/core/seats/seat'
import type { KindChoice } from '@/core/reading/choice'
import { stageOf, type Stage } from '@/core/reading/stage'
import { SPOT_KINDS, type SpotKind } from '@/core/plan/spotKinds'
import { KindSelect } from '@/ui/ways/KindSelect'

const STAGES: Record<Stage, string> = {
  beginning: 'at the beginning',
  'first position': 'in first position',
  beyond: 'beyond first position',
}

type Props = { seats: readonly Seat[]; spots: KindChoice; setSpot: (kind: SpotKind, choice: 'show' | 'hide' | null) => void }

/** Which kinds of spots this class is shown: by where its level stands, always, or never. */
export function Kinds({ seats, spots, setSpot }: Props) {
  const stands = seats.map((s) => `${inSentence(s.name)} ${STAGES[stageOf(s.instrument, s.learned)]}`).join(', ')
  const own = Object.keys(spots).length
  return (
    <>
      <p className="text-fine leading-snug text-soft">
        Your class is {stands}, and that decides what gets a mark. What’s easy at one stage stops the stage before.
      </p>
      <details className="mt-1">
        <summary className="cursor-pointer text-link underline underline-offset-2">
          Choose kind by kind{own > 0 && ` (${own} chosen)`}
        </summary>
        <ul className="mt-1 grid grid-cols-1 gap-x-6 sm:grid-cols-2">
          {SPOT_KINDS.map((k) => (
            <li key={k} className="border-t border-rule py-0.5 text-sm">
              <KindSelect kind={k} value={spots[k]} inherited="by level" onChange={(choice) => setSpot(k, choice)} />
            </li>
          ))}
        </ul>
      </details>
    </>
  )
}
