import { piecePage } from '@/api/address'
import type { Step } from '../step'

export const handOut: Step = {
  id: 'hand-out',
  key: 'p',
  name: 'Print & share',
  path: (of, piece) => piecePage(of, piece, 'print'),
  desk: null,
}
