import type { Desk, Passage } from './deskStore'
import { READ_TABS } from './tabs'

/** What the desk shows where nobody has picked anything. */
export type ShownPlace = Pick<Desk, 'timeline' | 'moment' | 'seat' | 'seats' | 'passage' | 'tab' | 'view' | 'alone' | 'ensemble'>

const sayPassage = (measures: Desk['ensemble'][string]['line']['measures'], { from, to }: Passage): string =>
  `${measures[from].number}~${measures[to].number}`

/** The passage that is picked as it stands in an address: "p=5~8"; empty for the whole piece. */
export const passageIn = ({ passage, ensemble, seat }: Pick<Desk, 'passage' | 'ensemble' | 'seat'>): string =>
  passage ? new URLSearchParams({ p: sayPassage(ensemble[seat].line.measures, passage) }).toString() : ''

/** The address of what is shown, without its path: only what is not as it is at first. Empty where nothing is. */
export function queryOf({ timeline, moment, seat, seats, passage, tab, view, alone, ensemble }: ShownPlace): string {
  const query = new URLSearchParams()
  const { measures } = ensemble[seat].line
  const here = timeline[moment]?.first.at
  if (here && moment > 0) {
    query.set('m', here.measure.number)
    const nth = moment - timeline.findIndex((b) => b.first.at.index === here.index) + 1
    if (nth > 1) query.set('n', String(nth))
  }
  if (seat !== seats[0].id) query.set('seat', seat)
  if (passage) query.set('p', sayPassage(measures, passage))
  if (tab !== READ_TABS[0]) query.set('tab', tab)
  if (view !== 'bench') query.set('view', view)
  if (alone) query.set('only', '1')
  const said = query.toString()
  return said && `?${said}`
}
