import { count } from '../../../count'
import { headMeasure, nameOf, sayMeasure } from '../../../piece/address'
import type { SpotKind } from '../../../plan/spotKinds'
import { sayWrongBow } from '../bowing'
import { inSlur, strings, type SpotWords } from './kind'

/** What is said of what asks the bow. */
export const OF_BOW = {
  'skip-string': {
    name: 'Skip a string',
    mark: 'skip a string',
    text: ({ over, ...c }, t) => `From ${strings(t, c)}, skipping ${over === 2 ? 'a string' : 'two strings'}${inSlur(c)}.`,
    advice: 'Bow just the open strings in this rhythm. Move the arm before the note.',
    plucked: { advice: 'Pluck just the open strings in this rhythm. Move the arm before the note.' },
  },
  'bow-crossing': {
    name: 'Only the bow changes strings',
    mark: 'bow only',
    text: (c, t) => `Only the bow changes strings, ${strings(t, c)}${inSlur(c)}. Leave the fingers where they are.`,
    advice: 'Say "bow only". The left hand has nothing to do here.',
  },
  'first-slur': {
    name: 'First slur',
    mark: 'slur',
    text: ({ known, notes }) => (known ? `${notes} notes in one bow.` : `New for this class: a slur, ${notes} notes in one bow.`),
    advice: 'Play them in one bow with a stop in between, then without the stop.',
  },
  'wrong-bow': {
    name: 'Bow direction',
    mark: 'bow turns',
    text: (f, { line }) =>
      'lift' in f ? `Lift in the rest before ${sayMeasure(line, f.at)} and start down-bow again.` : sayWrongBow(line, f),
    advice: (f) =>
      'lift' in f
        ? 'Lift, circle back to the frog, and wait on the string.'
        : 'Lift and start again at the frog, or slur two notes before it. Mark which.',
  },
  'uneven-bow': {
    name: 'Uneven bows',
    mark: 'uneven',
    text: ({ long, short }) => `Long ${long}-bow, short ${short}-bow: the short one has to bring all that bow back.`,
    advice: 'Save bow on the long note. Go back fast and light on the short one.',
  },
  'pluck-change': {
    name: 'Change between bow and plucking',
    mark: 'pluck',
    text: ({ plucked, seconds }) =>
      `${plucked ? 'Pluck from here' : 'Bow again from here'}, with ${seconds > 0 ? `${count(seconds, 'second')} to change` : 'no rest to change in'}.`,
    advice: ({ plucked }) =>
      plucked
        ? 'Keep the bow in your hand and one finger free. Practise just the change, in time.'
        : 'Get back to your bow hold while the last note rings. Set the bow before you play.',
  },
  'other-loudness': {
    name: 'The same again, louder or softer',
    mark: 'dynamics',
    text: ({ softer, like, now, was }, { line }) =>
      `${headMeasure(line, like)} again, but ${now} instead of ${was}. Same tempo, ${softer ? 'less' : 'more'} bow.`,
    advice: ({ softer }) => (softer ? 'Count aloud. Use less bow, and don’t slow down.' : 'Count aloud. Use more bow, and don’t speed up.'),
    wrong: ({ softer }) => (softer ? { heard: 'it slows down when it gets soft', why: 'less bow turned into a slower tempo' } : null),
  },
  'no-rest': {
    name: 'No rests',
    mark: 'no rests',
    text: ({ from, to }, { line }) =>
      `No rests ${from === null ? 'anywhere' : `from ${sayMeasure(line, from)} to ${to === null ? 'the end' : nameOf(line, to)}`}: no time to reset the bow or relax the hand.`,
    advice: 'Pick a barline where everyone lifts, and mark it.',
  },
} satisfies { readonly [K in SpotKind]?: SpotWords<K> }
