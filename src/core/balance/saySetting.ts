import { bareThing } from '../plan/things'
import { inWords, count, plural } from '../count'
import type { Key } from '../music/key'
import { sayKey } from '../music/noteName'
import type { Tongue } from '../words/en/hands'
import { inSentence, sayList } from '../names'
import { intervalTo } from '../piece/transpose'
import type { Scored } from './search'
import type { EverySeat, Seat } from '../seats/seat'

const INTERVALS = ['', 'a half step', 'a whole step', 'a minor third', 'a major third', 'a fourth', 'a tritone']

/** "a fourth up", "a whole step down"; null where the key stays. */
export function sayMove(from: number, to: number): string | null {
  const { semitones } = intervalTo(from, to)
  if (from === to) return null
  return `${INTERVALS[Math.abs(semitones)] || 'the same notes'}${semitones === 0 ? '' : semitones > 0 ? ' up' : ' down'}`
}

/** "bass an octave lower", "all an octave higher": how far a setting moves seats against the octaves they have; null: nobody. */
export function sayOctaves(seats: readonly Seat[], now: EverySeat<number>, then: EverySeat<number>): string | null {
  const moved = seats.flatMap(({ id, name }) => {
    const by = then[id] - now[id]
    return by === 0
      ? []
      : [
          {
            name: inSentence(name),
            where: `${Math.abs(by) === 1 ? 'one octave' : `${inWords(Math.abs(by))} octaves`} ${by < 0 ? 'lower' : 'higher'}`,
          },
        ]
  })
  if (moved.length === 0) return null
  const by = new Map<string, string[]>()
  for (const { name, where } of moved) by.set(where, [...(by.get(where) ?? []), name])
  if (moved.length === seats.length && by.size === 1) return `all ${moved[0].where}`
  return [...by].map(([where, names]) => `${sayList(names)} ${where}`).join(', ')
}

/** "with two notes of the bass replaced"; null where none is. */
export function sayReplaced(seats: readonly Seat[], { substitutes }: Scored['setting']): string | null {
  const said = seats.flatMap(({ id, name }) => {
    const n = Object.keys(substitutes?.[id] ?? {}).length
    return n === 0 ? [] : [`${inWords(n)} ${plural(n, 'note')} of the ${inSentence(name)}`]
  })
  return said.length ? `with ${sayList(said)} replaced` : null
}

/** A setting as musicians say it: "G major, a fourth up, bass an octave lower", "D major, as now, with two notes of the bass replaced". */
export function saySetting(
  talk: Tongue,
  key: Key,
  seats: readonly Seat[],
  now: EverySeat<number>,
  { setting }: Pick<Scored, 'setting'>,
): string {
  const move = sayMove(key.fifths, setting.fifths) ?? 'as now'
  const parts = [sayOctaves(seats, now, setting.octaves), sayReplaced(seats, setting)].filter((x) => x !== null)
  return [sayKey(talk.names, { ...key, fifths: setting.fifths }), move, ...parts].join(', ')
}

/** What a setting comes to, in a sentence: what is out of reach, what is new, whether the key is known. */
export function sayWorth(talk: Tongue, scored: Pick<Scored, 'out' | 'news' | 'strange' | 'profiles'>, seats: readonly Seat[]): string {
  const parts = [
    scored.out > 0 ? `${count(scored.out, 'note')} out of reach` : null,
    scored.news === 0
      ? 'nothing new for the hand'
      : `new: ${seats
          .flatMap(({ id, name, instrument }) => {
            const { news } = scored.profiles[id]
            return news.length ? [`${inSentence(name)} ${sayList(news.map((t) => bareThing(talk, instrument, t)))}`] : []
          })
          .join(', ')}`,
    scored.strange > 0 ? (scored.strange === seats.length ? 'a new key for this class' : 'a new key for some') : null,
  ].filter((x) => x !== null)
  return parts.join(', ')
}
