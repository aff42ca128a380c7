import { otherLoudness } from './otherLoudness'
import { pluckChange } from './pluckChange'
import { archKept } from './archKept'
import { newCombination } from './newCombination'
import { countedRest } from './countedRest'
import { dotted } from './dotted'
import { firstSign } from './firstSign'
import { firstSlur } from './firstSlur'
import { newRhythm } from './newRhythm'
import { syncopation } from './syncopation'
import { triplet } from './triplet'
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
import type { SpotKind } from '../../plan/spotKinds'
import type { Detector } from './spot'
import { twoForms } from './twoForms'
import { twoPlaces } from './twoPlaces'
import { wideGap } from './wideGap'
import { unevenBow } from './unevenBow'
import { wrongBow } from './wrongBow'

/** Two hard things at one note, each for the first time: found among what the others have found, so it has no eye of its own. */
export const TWO_NEW = {
  kind: 'two-new',
  concern: 'class',
  load: 2,
  again: 1,
  matters: [1.1, 1, 0.8],
} as const satisfies Omit<Detector, 'find'>

/** Every detector; each looks by itself. */
export const DETECTORS = [
  outOfReach,
  newForClass,
  newRhythm,
  newCombination,
  twoForms,
  firstSign,
  byKey,
  carriedSign,
  cancelledSign,
  sharedLetter,
  letterTwoStrings,
  ledgerLines,
  lookAlike,
  dotted,
  triplet,
  syncopation,
  countedRest,
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
  archKept,
  firstSlur,
  wrongBow,
  unevenBow,
  pluckChange,
  otherLoudness,
  noRest,
] as const satisfies readonly Detector[]

/** A kind that is listed is found by somebody, or this does not compile. */
type Listed<K extends (typeof DETECTORS)[number]['kind'] | (typeof TWO_NEW)['kind']> = K

/** What is known of a kind, whoever finds it. */
export type About = Omit<Detector, 'find' | 'kind'> & { readonly kind: Listed<SpotKind> }

/** What is for the class as a whole comes first. */
const ABOUT: readonly About[] = [...DETECTORS.slice(0, 4), TWO_NEW, ...DETECTORS.slice(4)]
const BY_KIND = new Map<SpotKind, About>(ABOUT.map((d) => [d.kind, d]))

/** What is known of a kind: its concern, what it weighs. */
export const aboutKind = (kind: SpotKind): About => BY_KIND.get(kind)!
