import dynamic from 'next/dynamic'
import { piecePage } from '@/api/address'
import { Outline } from '@/ui/kit/Outline'
import type { Step } from '../step'

export const map: Step = {
  id: 'map',
  key: 'm',
  name: 'Map',
  path: (of, piece) => piecePage(of, piece, 'fingering'),
  desk: {
    centre: null,
    panel: dynamic(() => import('@/ui/inspector/Inspector').then((m) => m.Inspector), {
      loading: () => <Outline says="Working out what to play here …" />,
    }),
    panelName: 'What to play here, and why',
    width: 316,
  },
}
