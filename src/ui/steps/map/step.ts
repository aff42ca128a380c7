import { Inspector } from '@/ui/inspector/Inspector'
import { piecePage } from '@/api/address'
import type { Step } from '../step'

export const map: Step = {
  id: 'map',
  key: 'm',
  name: 'Map',
  path: (of, piece) => piecePage(of, piece, 'fingering'),
  desk: { centre: null, panel: Inspector, panelName: 'What to play here, and why', width: 316 },
}
