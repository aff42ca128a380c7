import { piecePage } from '@/api/address'
import type { Step } from '../step'

export const write: Step = { id: 'write', key: 'w', name: 'Write', path: (of, piece) => piecePage(of, piece, 'write'), desk: null }
