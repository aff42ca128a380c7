import dynamic from 'next/dynamic'
import { piecePage } from '@/api/address'
import type { Step } from '../step'

export const level: Step = {
  id: 'level',
  key: 'v',
  name: 'Level',
  path: (of, piece) => piecePage(of, piece, 'balance'),
  desk: {
    centre: dynamic(() => import('./LevelView').then((m) => m.LevelView)),
    panel: dynamic(() => import('./LoadPanel').then((m) => m.LoadPanel)),
    panelName: 'What the load here is made of',
    width: 340,
  },
}
