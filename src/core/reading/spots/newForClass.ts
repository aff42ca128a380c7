import { problems } from './problems'
import type { Detector } from './spot'

/** What the class has not learned. */
export const newForClass = {
  kind: 'new-for-class',
  name: 'New for this class',
  mark: 'new',
  concern: 'class',
  load: 12,
  again: 0.98,
  matters: [1, 1, 1],
  find: (r) =>
    problems(r, (p) => p.mark === 'new' && !p.back).map(({ p, ...found }) => ({
      ...found,
      facts: p.news ?? { hold: null, shifts: null },
      hard: 0.85,
      advice: 'Teach it by itself before the piece, or give this seat something else here.',
    })),
} as const satisfies Detector<'new-for-class'>
