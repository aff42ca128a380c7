import type { KeyRow } from '@/ui/kit/keys'
import { DESK_STEPS } from './list'
import type { Step } from './step'

/** What the keys of the steps act on. */
export type ToStep = { readonly toStep: (step: Step) => void }

/** The keys that go to a step, as the list under `?` shows them. */
export const STEP_KEYS: readonly KeyRow<ToStep>[] = [
  {
    keys: DESK_STEPS.map((s) => s.key).join(' '),
    words: DESK_STEPS.map((s, i) => (i === 0 ? s.name : s.name.toLowerCase())).join(', '),
    run: Object.fromEntries(DESK_STEPS.map((s) => [s.key, ({ toStep }: ToStep) => toStep(s)])),
  },
]
