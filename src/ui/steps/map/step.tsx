import dynamic from 'next/dynamic'
import { piecePage } from '@/api/address'
import { Outline } from '@/ui/kit/Outline'
import type { Step } from '../step'

export const map: Step = {
  id: 'map',
  key: 'm',
  name: 'Fingering',
  path: (of, piece) => piecePage(of, piece, 'fingering'),
  desk: {
    centre: null,
    panel: dynamic(() => import('@/ui/inspector/Inspector').then((m) => m.Inspector), {
      loading: () => <Outline says="Working out the fingering …" />,
    }),
    panelName: 'The fingering here, and why',
    width: 316,
  },
}
