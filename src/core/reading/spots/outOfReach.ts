import { problems } from './problems'
import type { Detector } from './spot'

/** What the instrument cannot play, a chord that is cut, a pin that was set aside. */
export const outOfReach = {
  kind: 'out-of-reach',
  name: 'Cannot be played as written',
  mark: 'out',
  concern: 'class',
  load: 20,
  again: 1,
  matters: [1, 1, 1],
  find: (r) =>
    problems(r, (p) => p.mark !== 'new').map(({ p, ...found }) => ({
      ...found,
      hard: p.mark === 'out' ? 1 : p.mark === 'divide' ? 0.8 : 0.6,
      advice: p.mark === 'pin' ? 'Lift the pin or choose another.' : 'Choose a substitute for this seat, or another octave.',
    })),
} as const satisfies Detector<'out-of-reach'>
