import type { Step } from '../step'

export const handOut: Step = { id: 'hand-out', key: 'p', name: 'Hand out', path: (piece) => `/pieces/${piece}/print`, desk: null }
