import { Inspector } from '@/ui/inspector/Inspector'
import type { Step } from '../step'

export const map: Step = {
  id: 'map',
  name: 'Map',
  path: (piece) => `/pieces/${piece}`,
  desk: { centre: null, panel: Inspector, width: 316 },
}
