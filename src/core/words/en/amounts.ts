import { inWords } from '../../count'
import { WEIGHTS } from '../../fingering/weights'

/* How much, in words: the figures behind stand where somebody opens them. */

/** Of what is new for a class each thing costs at least so much: it is no labor, it is teaching. */
const TEACHING = WEIGHTS.openNotLearned

/**
 * What another choice costs over the whole line: "about as easy", "one more crossing", "about one shift more". `price`: what
 * the line costs more with it than without, in weights.
 */
export function sayPrice(price: number): string {
  const [size, more] = [Math.abs(price), price > 0]
  if (size < WEIGHTS.bowCrossing) return 'about as easy'
  if (size < WEIGHTS.fourthFinger) {
    const crossings = Math.max(1, Math.round(size / WEIGHTS.bowCrossing))
    return more
      ? `costs ${crossings === 1 ? 'one more crossing' : `about ${inWords(crossings)} more crossings`}`
      : `saves ${crossings === 1 ? 'a crossing' : `about ${inWords(crossings)} crossings`}`
  }
  if (size < WEIGHTS.shiftOverRest) return more ? 'a little harder' : 'a little easier'
  if (size < TEACHING) {
    const shifts = Math.max(1, Math.round(size / WEIGHTS.shift))
    return `about ${shifts === 1 ? 'one shift' : `${inWords(shifts)} shifts`} ${more ? 'more' : 'less'}`
  }
  return more ? 'much harder' : 'much easier'
}

/** A seat's or a class's work against what it has now, in words: within a tenth it is as hard. */
export function sayWork(now: number, then: number): string {
  if (now === then || Math.abs(then - now) <= Math.max(1, now / 10)) return 'about as hard as now'
  const far = Math.abs(then - now) > Math.max(now, then) / 3
  return `${far ? 'much' : 'a little'} ${then > now ? 'harder' : 'easier'}`
}

/** How evenly the work is shared, 0 to 1, in words. */
export const sayEven = (figure: number): string =>
  figure >= 0.9 ? 'very even' : figure >= 0.75 ? 'fairly even' : figure >= 0.6 ? 'a bit uneven' : 'uneven'

/** Against how even it is now. */
export const sayEvenThan = (now: number, then: number): string =>
  Math.abs(then - now) < 0.05 ? 'as even as now' : then > now ? 'more even' : 'less even'
