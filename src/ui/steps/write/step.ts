import type { Step } from '../step'

export const write: Step = { id: 'write', key: 'w', name: 'Write', path: (piece) => `/pieces/${piece}/write`, desk: null }
