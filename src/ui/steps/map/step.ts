import { Inspector } from '@/ui/inspector/Inspector'
import type { Step } from '../step'

export const map: Step = {
  id: 'map',
  key: 'm',
  name: 'Map',
  path: (piece) => `/pieces/${piece}`,
  desk: { centre: null, panel: Inspector, panelName: 'What to play here, and why', width: 316 },
}
