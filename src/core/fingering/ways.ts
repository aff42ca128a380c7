import type { Hold } from '../hands/hold'
import type { Instrument } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'
import { byOctaves, pitchName, stepsOf, type Pitch } from '../music/pitch'
import { once } from '../once'
import { candidates, harmonics, type Setup } from './candidates'
import type { Policy } from './policy'
import { atHome } from './visits'
import { NEED_COSTS, WEIGHTS } from './weights'

/** The ways to hold a written note or chord, in what octave, all and those that stand without a pin. */
type Known = { readonly pitches: readonly Pitch[]; readonly all: readonly Hold[]; readonly free: readonly Hold[] }

const ways = once((_: Learned) => new Map<Policy, Map<Instrument, Map<number, Map<string | number, Known>>>>())

/** What is known of ways to hold already: a line is laid out again for every pin, and its notes stay what they are. */
function waysKnown({ instrument, policy, learned }: Setup, octaves: number): Map<string | number, Known> {
  const byPolicy = ways(learned)
  const byInstrument = byPolicy.get(policy) ?? new Map<Instrument, Map<number, Map<string | number, Known>>>()
  const byOctave = byInstrument.get(instrument) ?? new Map<number, Map<string | number, Known>>()
  const known = byOctave.get(octaves) ?? new Map<string | number, Known>()
  // A class has few policies at a time; what a search of many made is let go.
  if (!byPolicy.has(policy) && byPolicy.size >= MOST_POLICIES) byPolicy.clear()
  byPolicy.set(policy, byInstrument.set(instrument, byOctave.set(octaves, known)))
  return known
}

/** Policies whose ways are kept for one seat's learning. */
const MOST_POLICIES = 24

/** What is new in a way to hold, at its price; 0 where all of it is learned. */
const newness = ({ needs }: Hold): number => needs.reduce((sum, need) => sum + WEIGHTS[NEED_COSTS[need]], 0)

/** Ways that ask for this much more than the least stand beside it: which is less in all, the whole line says. */
const [LITTLE_MORE, MORE] = [WEIGHTS.openingNotLearned, WEIGHTS.notLearned]

/**
 * The ways that are learned; where there are none, those that ask for little that is new. A position that is known comes
 * first: only where it would ask for clearly more does a new one stand beside it.
 */
function fewestNew(all: readonly Hold[]): readonly Hold[] {
  const least = (ways: readonly Hold[]) => ways.reduce((n, h) => Math.min(n, newness(h)), Infinity)
  const fewest = least(all)
  if (fewest === 0) return all.filter((h) => h.needs.length === 0)
  const known = all.filter((h) => !h.needs.includes('position'))
  const there = least(known)
  if (there <= fewest + LITTLE_MORE) return known.filter((h) => newness(h) <= there + LITTLE_MORE)
  return all.filter((h) => newness(h) <= fewest + MORE)
}

/** Where two ways cost the same the one listed first is taken: an open string, then the lower position. */
const inOrder = (holds: readonly Hold[]): readonly Hold[] =>
  [...holds].sort((a, b) => Number(b.open) - Number(a.open) || a.position - b.position)

/**
 * The ways to hold notes and chords of a line in an octave, looked for once for a seat's learning and decisions; `touched`: as a
 * harmonic. `octaves` moves the line's pitches to where the seat's part writes them.
 */
export function waysIn(setup: Setup, octaves: number): (written: readonly Pitch[], touched?: boolean) => Known {
  const known = waysKnown(setup, octaves)
  return (written, touched = false) => {
    const plain = written.length === 1 ? stepsOf(written[0]) * 8 + written[0].alter : written.map(pitchName).join(' ')
    const key = touched ? `touched ${plain}` : plain
    let found = known.get(key)
    if (!found) {
      const pitches = written.map((p) => byOctaves(p, octaves))
      const all = inOrder((touched ? harmonics : candidates)(setup, pitches))
      known.set(key, (found = { pitches, all, free: atHome(setup.learned, fewestNew(all)) }))
    }
    return found
  }
}
