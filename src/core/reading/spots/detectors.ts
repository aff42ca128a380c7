import { bowCrossing } from './bowCrossing'
import { byKey } from './byKey'
import { cancelledSign } from './cancelledSign'
import { carriedSign } from './carriedSign'
import { changedRhythm } from './changedRhythm'
import { doubleStop } from './doubleStop'
import { extension } from './extension'
import { fifth } from './fifth'
import { fourOrOpen } from './fourOrOpen'
import { fourthFinger } from './fourthFinger'
import { halfPosition } from './halfPosition'
import { handCrossing } from './handCrossing'
import { landsAlone } from './landsAlone'
import { ledgerLines } from './ledgerLines'
import { letterTwoStrings } from './letterTwoStrings'
import { longAfterShort } from './longAfterShort'
import { lookAlike } from './lookAlike'
import { lowestString } from './lowestString'
import { newForClass } from './newForClass'
import { noRest } from './noRest'
import { outOfReach } from './outOfReach'
import { pickup } from './pickup'
import { repeatWay } from './repeatWay'
import { sharedLetter } from './sharedLetter'
import { shift } from './shift'
import { skipCrossing } from './skipCrossing'
import { skipString } from './skipString'
import { slide } from './slide'
import type { Detector, SpotKind } from './spot'
import { twoForms } from './twoForms'
import { twoPlaces } from './twoPlaces'
import { wideGap } from './wideGap'
import { wrongBow } from './wrongBow'

/** Two hard things at one note, each for the first time: found among what the others have found, so it has no eye of its own. */
export const TWO_NEW = {
  kind: 'two-new',
  name: 'Two new things at once',
  mark: 'two new',
  concern: 'class',
  load: 2,
  again: 1,
} as const satisfies Omit<Detector, 'find'>

/** Every detector; each looks by itself. */
export const DETECTORS: readonly Detector[] = [
  outOfReach,
  newForClass,
  twoForms,
  byKey,
  carriedSign,
  cancelledSign,
  sharedLetter,
  letterTwoStrings,
  ledgerLines,
  lookAlike,
  changedRhythm,
  repeatWay,
  pickup,
  longAfterShort,
  twoPlaces,
  slide,
  wideGap,
  fourthFinger,
  fourOrOpen,
  extension,
  halfPosition,
  shift,
  lowestString,
  landsAlone,
  fifth,
  skipCrossing,
  skipString,
  handCrossing,
  bowCrossing,
  doubleStop,
  wrongBow,
  noRest,
]

type About = Omit<Detector, 'find'>
const BY_KIND = new Map<SpotKind, About>([TWO_NEW, ...DETECTORS].map((d) => [d.kind, d]))

/** What is known of a kind: its name, its mark, its concern. */
export const aboutKind = (kind: SpotKind): About => BY_KIND.get(kind)!
