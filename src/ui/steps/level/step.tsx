import dynamic from 'next/dynamic'
import { piecePage } from '@/api/address'
import { Outline } from '@/ui/kit/Outline'
import type { Step } from '../step'

export const level: Step = {
  id: 'level',
  key: 'v',
  name: 'Level',
  path: (of, piece) => piecePage(of, piece, 'balance'),
  desk: {
    centre: dynamic(() => import('./LevelView').then((m) => m.LevelView), {
      loading: () => <Outline says="Weighing the seats …" rows={6} />,
    }),
    panel: dynamic(() => import('./LoadPanel').then((m) => m.LoadPanel), {
      loading: () => <Outline says="Reading what the load is made of …" />,
    }),
    panelName: 'What the load here is made of',
    width: 340,
  },
}
