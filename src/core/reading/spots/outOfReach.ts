import { problems } from './problems'
import type { Detector } from './spot'

/** What the instrument cannot play, a chord that is cut, a pin that was set aside. */
export const outOfReach = {
  kind: 'out-of-reach',
  concern: 'class',
  load: 20,
  again: 1,
  matters: [1, 1, 1],
  find: (r) =>
    problems(
      r,
      ({ facts }) => (facts.kind === 'new' ? null : facts),
      (p) => (p.mark === 'out' ? 1 : p.mark === 'divide' ? 0.8 : 0.6),
    ),
} as const satisfies Detector<'out-of-reach'>
