import { problems } from './problems'
import type { Detector } from './spot'

/** What the class has not learned. */
export const newForClass = {
  kind: 'new-for-class',
  concern: 'class',
  load: 12,
  again: 0.98,
  matters: [1, 1, 1],
  find: (r) =>
    problems(
      r,
      ({ facts, back }) => (facts.kind === 'new' && !back ? facts : null),
      () => 0.85,
    ),
} as const satisfies Detector<'new-for-class'>
