import type { Rhythm } from '../instruments/reads'
import { beatTicks, isCompound, measureTicks, ticksOf, type Base, type Meter, type Value } from '../music/time'
import type { PieceEvent } from '../piece/piece'

/** A note or a rest of a rhythm. */
export type Beaten = { readonly value: Value; readonly rest: boolean }

const LETTERS: Readonly<Partial<Record<Base, string>>> = { whole: 'w', half: 'h', quarter: 'q', eighth: 'e', '16th': 's' }

/** A rhythm as one word a note: "q" a quarter, "h." dotted, "zq" a rest, "et" of a triplet. Null where it has something else. */
export function rhythmText(events: readonly PieceEvent[]): string | null {
  const words = events.map((e) => {
    const letter = LETTERS[e.value.base]
    const tuplet = e.value.tuplet
    const tied = e.kind === 'note' && e.heads.some((h) => h.tie)
    if (!letter || tied || e.value.dots > 1 || (tuplet && (tuplet.actual !== 3 || tuplet.normal !== 2))) return null
    if (e.kind === 'rest' && (e.struck || e.wholeMeasure)) return null
    return `${e.kind === 'rest' ? 'z' : ''}${letter}${'.'.repeat(e.value.dots)}${tuplet ? 't' : ''}`
  })
  return words.some((w) => w === null) ? null : words.join(' ')
}

/** The way back from {@link rhythmText}; null where a word is none. */
export function rhythmOf(text: string): Beaten[] | null {
  const found = text.split(' ').map((word): Beaten | null => {
    const m = /^(z?)([whqes])(\.?)(t?)$/.exec(word)
    const base = m && (Object.keys(LETTERS) as Base[]).find((b) => LETTERS[b] === m[2])
    return base ? { rest: m[1] === 'z', value: { base, dots: m[3].length, ...(m[4] ? { tuplet: { actual: 3, normal: 2 } } : {}) } } : null
  })
  return found.some((b) => b === null) ? null : (found as Beaten[])
}

/** What stands between two counts: a half is "&", quarters "e" and "a", thirds "trip" and "let". Common practice. */
const BETWEEN: readonly (readonly [part: number, says: string])[] = [
  [0, ''],
  [1 / 4, 'e'],
  [1 / 3, 'trip'],
  [1 / 2, '&'],
  [2 / 3, 'let'],
  [3 / 4, 'a'],
]

/**
 * How a measure is counted aloud: each note by the count on which it begins and, where it lasts, the last beat it holds
 * ("1–2 3 &"); a rest in parentheses. The beats are the meter's lower number. Null where a note begins between what has a name.
 */
export function counted(rhythm: readonly Beaten[], meter: Meter): string | null {
  const beat = beatTicks(meter)
  let at = 0
  const words: string[] = []
  for (const { value, rest } of rhythm) {
    const ticks = ticksOf(value)
    const part = (at % beat) / beat
    const between = BETWEEN.find(([p]) => Math.abs(p - part) < 1e-9)
    if (!between) return null
    const count = Math.floor(at / beat) + 1
    // The last beat that begins while it sounds.
    const last = Math.ceil((at + ticks) / beat)
    const from = between[1] || `${count}`
    const text = last > count ? `${from}–${last}` : from
    words.push(rest ? `(${text})` : text)
    at += ticks
  }
  return words.join(' ')
}

export const lastsA = (rhythm: readonly Beaten[], meter: Meter): boolean =>
  rhythm.reduce((n, b) => n + ticksOf(b.value), 0) === measureTicks(meter)

/** Ways in which a rhythm is counted wrong: a count for every note, dots not held, long and short the other way round, rests left out. Common practice. */
export function miscounted(rhythm: readonly Beaten[], meter: Meter): string[] {
  const quarter: Value = { base: 'quarter', dots: 0 }
  const beaten = (of: readonly Beaten[]): string | null => counted(of, meter)
  const all = [
    beaten(rhythm.map((b) => ({ ...b, value: b.value.dots ? { ...b.value, dots: 0 } : b.value }))),
    rhythm.map((b, i) => (b.rest ? `(${i + 1})` : `${i + 1}`)).join(' '),
    beaten([...rhythm].reverse()),
    beaten(rhythm.filter((b) => !b.rest)),
    beaten(rhythm.map((b) => ({ ...b, value: quarter }))),
    beaten(rhythm.map((b) => ({ ...b, rest: false }))),
    // The first two notes held for each other's time.
    beaten(rhythm.length > 2 ? [rhythm[1], rhythm[0], ...rhythm.slice(2)] : [rhythm[0]]),
    beaten(rhythm.length > 2 ? [rhythm[0], rhythm[2], rhythm[1], ...rhythm.slice(3)] : [rhythm[0]]),
  ]
  return all.flatMap((text) => (text === null || text === '' ? [] : [text]))
}

/** Rhythms of a measure of 4/4 that are asked of a class, with what has to be learned for each, in the order of teaching. Common practice. */
export const RHYTHMS_ASKED: readonly { readonly text: string; readonly asks: Rhythm | null }[] = [
  { text: 'q q h', asks: null },
  { text: 'h q q', asks: null },
  { text: 'q h q', asks: null },
  { text: 'q zq q q', asks: null },
  { text: 'q q zh', asks: null },
  { text: 'e e q h', asks: 'eighths' },
  { text: 'q e e q q', asks: 'eighths' },
  { text: 'e e e e h', asks: 'eighths' },
  { text: 'h. q', asks: 'dotted half' },
  { text: 'q h.', asks: 'dotted half' },
  { text: 'q. e h', asks: 'dotted quarter' },
  { text: 'h q. e', asks: 'dotted quarter' },
  { text: 'q. e q q', asks: 'dotted quarter' },
  { text: 's s s s q h', asks: 'sixteenths' },
  { text: 'e s s q h', asks: 'sixteenths' },
  { text: 'et et et q h', asks: 'triplets' },
  { text: 'e q e h', asks: 'syncopation' },
]

/** Whether a meter is counted as it stands here: simple time. Compound time is counted in two, and is not asked. */
export const isCounted = (meter: Meter): boolean => !isCompound(meter)
