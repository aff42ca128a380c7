import dynamic from 'next/dynamic'
import { piecePage } from '@/api/address'
import { Outline } from '@/ui/kit/Outline'
import type { Step } from '../step'

export const practise: Step = {
  id: 'practise',
  key: 't',
  name: 'Warm-up',
  path: (of, piece) => piecePage(of, piece, 'warm-up'),
  desk: {
    centre: dynamic(() => import('./PractiseView').then((m) => m.PractiseView), {
      loading: () => <Outline says="Making the warm-up …" rows={6} />,
    }),
    panel: dynamic(() => import('./DrillPanel').then((m) => m.DrillPanel), { loading: () => <Outline says="Making the drill …" /> }),
    panelName: 'Why, and who does what',
    width: 340,
  },
}
