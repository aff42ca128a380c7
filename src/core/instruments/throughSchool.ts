import { once } from '../once'
import { FIRST, positionKey, type Instrument, type School } from './instrument'
import type { Learned } from './learned'

/**
 * What a seat has learned as its school of the hand teaches it: a school with an order of its own comes to some positions
 * before those that the steps of the way name for all schools. Who has learned one of these has learned what that school
 * teaches before it: II½ of a four-finger bass hand comes before III. The same value where nothing is added.
 */
export function throughSchool({ positions }: Pick<Instrument, 'positions'>, school: School, learned: Learned): Learned {
  const { taught } = school
  if (!taught) return learned
  const bySchool = through(learned)
  let known = bySchool.get(school)
  if (!known) {
    const up = taught.filter((key) => positions.findIndex((p) => positionKey(p) === key) >= FIRST)
    const last = up.findLastIndex((key) => learned.positions.includes(key))
    const more = up.slice(0, last + 1).filter((key) => !learned.positions.includes(key))
    known = more.length ? { ...learned, positions: [...learned.positions, ...more] } : learned
    bySchool.set(school, known)
  }
  return known
}

const through = once((_: Learned) => new Map<School, Learned>())
