import dynamic from 'next/dynamic'
import { piecePage } from '@/api/address'
import { Outline } from '@/ui/kit/Outline'
import type { Step } from '../step'

export const read: Step = {
  id: 'read',
  key: 'r',
  name: 'Read',
  path: (of, piece) => piecePage(of, piece, 'read'),
  desk: {
    centre: null,
    panel: dynamic(() => import('./ReadPanel').then((m) => m.ReadPanel), { loading: () => <Outline says="Working out what to say …" /> }),
    panelName: 'What to say',
    width: 408,
  },
}
