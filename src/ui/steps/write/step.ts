import type { Step } from '../step'

export const write: Step = { id: 'write', name: 'Write', path: (piece) => `/pieces/${piece}/write`, desk: null }
