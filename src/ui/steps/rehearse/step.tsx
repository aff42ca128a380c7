import dynamic from 'next/dynamic'
import { piecePage } from '@/api/address'
import { Outline } from '@/ui/kit/Outline'
import type { Step } from '../step'

export const rehearse: Step = {
  id: 'rehearse',
  key: 'y',
  name: 'Rehearse',
  path: (of, piece) => piecePage(of, piece, 'rehearse'),
  desk: {
    centre: dynamic(() => import('./RehearseView').then((m) => m.RehearseView), {
      ssr: false,
      loading: () => <Outline says="Getting the class ready to play …" rows={6} />,
    }),
    drawn: true,
    panel: dynamic(() => import('./RehearsePanel').then((m) => m.RehearsePanel), {
      ssr: false,
      loading: () => <Outline says="Getting ready to play …" />,
    }),
    panelName: 'Play, lesson, tuner',
    width: 320,
  },
}
