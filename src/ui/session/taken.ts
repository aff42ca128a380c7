import { withSecond, type SecondOffer } from '@/core/composing/offers'
import { SECOND_NAMES } from '@/core/composing/second'
import { count } from '@/core/count'
import { keyName } from '@/core/music/key'
import { inSentence } from '@/core/names'
import { settingsFor, type ClassSettings } from '@/core/plan/class'
import { inKey, type InKey } from '@/core/balance/inKey'
import type { Plan } from '@/core/plan/plan'
import { withRescue, type RescueChange } from '@/core/balance/rescue'
import type { Seat } from '@/core/seats/seat'
import { deciding, withSetting, type Setting } from '@/core/balance/setting'
import type { Edit, Snapshot } from './edits'

/*
 * What is taken over of what was offered: an easier way for a seat, a second line, another key.
 */

export const rescued = (seat: Seat, where: string, name: string, change: RescueChange): Edit => ({
  said: `${seat.name}, ${where}: ${inSentence(name)}`,
  change: ({ piece, plan }) => ({ plan: withRescue(piece, plan, seat.id, change) }),
})

/** How those seats finger as things stand that a setting may change: of each way the first seat that has the choice. */
function ownWays(klass: ClassSettings, plan: Plan, seats: readonly Seat[]): Pick<Setting, 'school' | 'fourth'> {
  const way = (decision: 'school' | 'fourth') => settingsFor(klass, plan, deciding(seats, decision)[0] ?? seats[0]).policy
  return { school: way('school').school, fourth: way('fourth').fourth }
}

/** What could not come along into another key. */
function sayLost({ piece, dropped, lifted: pins }: InKey): string {
  const lost = [
    ...(pins ? [`${count(pins, 'pin')} lifted`] : []),
    ...(dropped ? [`${count(dropped, 'finger')} from the file dropped`] : []),
  ]
  return `In ${keyName(piece.key)}${lost.length ? `. ${lost.join(', ')}: they belong to the old notes` : ''}`
}

/** A second line in place of what a seat plays; null when the piece has as many lines as it can. */
export function secondTaken({ piece, plan }: Snapshot, klass: ClassSettings, seat: Seat, offer: SecondOffer): Edit | null {
  const taken = withSecond(piece, plan, klass, seat.id, offer)
  return taken && { said: `${seat.name}: a second line, ${SECOND_NAMES[offer.kind]}`, change: () => taken }
}

/** Why another key may not be taken. */
export const OUT_OF_RANGE = 'A note would be out of range in that key'

/** The class in another key with its octaves and ways of fingering, in one step; null when a note would leave the range there. */
export function settingTaken({ piece, plan }: Snapshot, klass: ClassSettings, seats: readonly Seat[], setting: Setting): Edit | null {
  const there = inKey(piece, plan, setting.fifths)
  if (!there) return null
  const taken = { piece: there.piece, plan: withSetting(there.plan, seats, setting, ownWays(klass, plan, seats)) }
  return { said: sayLost(there), change: () => taken }
}
