import dynamic from 'next/dynamic'
import type { Step } from '../step'

export const level: Step = {
  id: 'level',
  name: 'Level',
  path: (piece) => `/pieces/${piece}/level`,
  desk: {
    centre: dynamic(() => import('./LevelView').then((m) => m.LevelView)),
    panel: dynamic(() => import('./LoadPanel').then((m) => m.LoadPanel)),
    width: 340,
  },
}
