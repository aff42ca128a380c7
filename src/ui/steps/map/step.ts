import dynamic from 'next/dynamic'
import type { Step } from '../step'

export const map: Step = {
  id: 'map',
  name: 'Map',
  path: (piece) => `/pieces/${piece}`,
  desk: { centre: null, panel: dynamic(() => import('@/ui/inspector/Inspector').then((m) => m.Inspector)), width: 316 },
}
