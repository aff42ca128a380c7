import dynamic from 'next/dynamic'
import { piecePage } from '@/api/address'
import type { Step } from '../step'

export const practise: Step = {
  id: 'practise',
  key: 't',
  name: 'Practise',
  path: (of, piece) => piecePage(of, piece, 'warm-up'),
  desk: {
    centre: dynamic(() => import('./PractiseView').then((m) => m.PractiseView)),
    panel: dynamic(() => import('./DrillPanel').then((m) => m.DrillPanel)),
    panelName: 'Why, who does what',
    width: 340,
  },
}
