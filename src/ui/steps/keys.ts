import type { KeyRow } from '@/ui/kit/keys'
import { STEPS } from './list'
import type { Step } from './step'

/** What the keys of the steps act on. */
export type ToStep = { readonly toStep: (step: Step) => void }

/** The keys that go to a step, as the list under `?` shows them. */
export const STEP_KEYS: readonly KeyRow<ToStep>[] = [
  {
    keys: STEPS.map((s) => s.key).join(' '),
    words: STEPS.map((s, i) => (i === 0 ? s.name : s.name.toLowerCase())).join(', '),
    run: Object.fromEntries(STEPS.map((s) => [s.key, ({ toStep }: ToStep) => toStep(s)])),
  },
]
