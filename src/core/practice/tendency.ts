import { sayPositionKey } from '../instruments/instrument'
import { count } from '../count'
import { plainNote, type NoteNames } from '../music/noteName'
import { LETTERS } from '../music/pitch'
import { capital } from '../names'
import type { Aim } from '../plan/record'

/** Tries before anything is called a tendency. Common practice. */
export const ENOUGH = 9
/** How seldom chance alone may look so, for something to be called sure. */
const SURE = 0.05
/** Off by less than this, in cents, a mean is no tendency worth a word: the ear takes it for true. From memory. */
const HEARD_FROM = 5

/**
 * Student's t for a two-sided interval of 95 %, by degrees of freedom from 1 (NIST/SEMATECH e-Handbook of Statistical
 * Methods, table 1.3.6.7.2, from memory); beyond the table the normal value.
 */
const T95 = [
  12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228, 2.201, 2.179, 2.16, 2.145, 2.131, 2.12, 2.11, 2.101, 2.093, 2.086,
  2.08, 2.074, 2.069, 2.064, 2.06, 2.056, 2.052, 2.048, 2.045, 2.042,
]
const NORMAL = 1.96

/** Mean of some numbers and its 95 % interval: mean ± t · s / √n (NIST/SEMATECH e-Handbook 1.3.5.2). Null for fewer than two. */
export function meanOf(xs: readonly number[]): { readonly mean: number; readonly low: number; readonly high: number } | null {
  const n = xs.length
  if (n < 2) return null
  const mean = xs.reduce((a, b) => a + b, 0) / n
  const s = Math.sqrt(xs.reduce((sum, x) => sum + (x - mean) ** 2, 0) / (n - 1))
  const half = ((T95[n - 2] ?? NORMAL) * s) / Math.sqrt(n)
  return { mean, low: mean - half, high: mean + half }
}

/**
 * The sign test, two-sided: how likely chance alone gives so uneven a count of sharp and flat, those that were true left out.
 * 2 · Σ C(n, k) / 2ⁿ for k up to the rarer, at most 1 (Conover, Practical Nonparametric Statistics, from memory).
 */
export function signTest(sharp: number, flat: number): number {
  const n = sharp + flat
  let term = 0.5 ** n
  let sum = 0
  for (let k = 0; k <= Math.min(sharp, flat); k++) {
    sum += term
    term = (term * (n - k)) / (k + 1)
  }
  return Math.min(1, 2 * sum)
}

/** What a try is at. */
type AimAt = Pick<Aim, 'from' | 'to' | 'string' | 'up' | 'finger'>

/** What is known of one shift of one player: how it lands, and how sure that is. */
export type Tendency = {
  readonly tries: number
  readonly sharp: number
  readonly flat: number
  /** In cents, where at least two tries were measured. */
  readonly cents: ReturnType<typeof meanOf>
  /** Null: nothing can be said. */
  readonly lands: 'sharp' | 'flat' | 'true' | null
}

/** The tendency of some tries at one shift, all up or all down. Nothing is said of fewer than {@link ENOUGH}. */
export function tendencyOf(aims: readonly Pick<Aim, 'heard' | 'cents'>[]): Tendency {
  const sharp = aims.filter((a) => a.heard === 'sharp').length
  const flat = aims.filter((a) => a.heard === 'flat').length
  const measured = aims.flatMap((a) => (a.cents === null ? [] : [a.cents]))
  const cents = meanOf(measured)
  const tries = aims.length
  const known = { tries, sharp, flat, cents }
  if (tries < ENOUGH) return { ...known, lands: null }
  if (cents && measured.length >= ENOUGH) {
    if (cents.low > 0 && cents.mean >= HEARD_FROM) return { ...known, lands: 'sharp' }
    if (cents.high < 0 && cents.mean <= -HEARD_FROM) return { ...known, lands: 'flat' }
    if (cents.low > -HEARD_FROM && cents.high < HEARD_FROM) return { ...known, lands: 'true' }
    return { ...known, lands: null }
  }
  if (signTest(sharp, flat) < SURE) return { ...known, lands: sharp > flat ? 'sharp' : 'flat' }
  return { ...known, lands: sharp + flat === 0 ? 'true' : null }
}

/** What to do about it. Common practice. */
const REMEDY = {
  stays: { sharp: 'set it lower', flat: 'set it higher' },
  up: { sharp: 'aim lower', flat: 'go farther, hand and thumb together' },
  down: { sharp: 'come back farther', flat: 'come back less far' },
} as const

/** A string by the letter that was recorded, as the class calls it. */
export const calledString = (names: NoteNames, letter: string): string => {
  const known = LETTERS.find((l) => l === letter)
  return known ? plainNote(names, known) : letter
}

/** "Up to III on A: sharp, about +18 cents, sure enough after 9 tries; aim lower." What is not known is not said. */
export function sayTendency({ up, from, to, string, finger }: AimAt, t: Tendency, names: NoteNames = 'letters'): string {
  const stays = from === to
  const place = `${sayPositionKey(to)} on ${calledString(names, string)}`
  const shift = stays ? `${capital(finger)} in ${place}` : `${up ? 'Up' : 'Down'} to ${place}`
  const tries = count(t.tries, 'try', 'tries')
  if (t.tries < ENOUGH) return `${shift}: too early to tell after ${tries}. We need ${ENOUGH}.`
  if (t.lands === null) return `${shift}: no pattern yet after ${tries}.`
  if (t.lands === 'true') return `${shift}: in tune after ${tries}.`
  const measured = t.cents && Math.sign(t.cents.mean) === (t.lands === 'sharp' ? 1 : -1) ? t.cents : null
  const about = measured ? `, about ${t.lands === 'sharp' ? '+' : '−'}${Math.round(Math.abs(measured.mean))} cents` : ''
  return `${shift}: ${t.lands}${about}, after ${tries}. ${capital(REMEDY[stays ? 'stays' : up ? 'up' : 'down'][t.lands])}.`
}

/** Tries put together by what they are tries at: the shift, its way, the seat and the student. */
export const aimKey = (a: Pick<Aim, 'seat' | 'student'> & AimAt): string =>
  JSON.stringify([a.seat, a.student, a.from, a.to, a.string, a.up, a.finger])
