import dynamic from 'next/dynamic'
import { piecePage } from '@/api/address'
import { Outline } from '@/ui/kit/Outline'
import type { Step } from '../step'

export const level: Step = {
  id: 'level',
  key: 'v',
  name: 'Balance',
  path: (of, piece) => piecePage(of, piece, 'balance'),
  desk: {
    centre: dynamic(() => import('./LevelView').then((m) => m.LevelView), {
      loading: () => <Outline says="Comparing the seats …" rows={6} />,
    }),
    panel: dynamic(() => import('./LoadPanel').then((m) => m.LoadPanel), {
      loading: () => <Outline says="Working out what makes this hard …" />,
    }),
    panelName: 'What makes this measure hard',
    width: 340,
  },
}
