import { count } from '../../../count'
import { headMeasure, nameOf, sayMeasure } from '../../../piece/address'
import type { SpotKind } from '../../../plan/spotKinds'
import { sayWrongBow } from '../bowing'
import { inSlur, strings, type SpotWords } from './kind'

/** What is said of what asks the bow. */
export const OF_BOW = {
  'skip-string': {
    name: 'Skips a string',
    mark: 'skips string',
    text: ({ over, ...c }, t) => `From ${strings(t, c)}, over ${over === 2 ? 'a string' : 'two strings'}${inSlur(c)}.`,
    advice: 'Bow the open strings alone in this rhythm; the arm goes before the note.',
    plucked: { advice: 'Pluck the open strings alone in this rhythm; the arm goes before the note.' },
  },
  'bow-crossing': {
    name: 'Only the bow crosses',
    mark: 'bow',
    text: (c, t) => `Only the bow goes from ${strings(t, c)}${inSlur(c)}; the fingers stay over their string.`,
    advice: 'Say "bow only": the left hand does nothing here.',
  },
  'first-slur': {
    name: 'First slur',
    mark: 'slur',
    text: ({ known, notes }) => (known ? `${notes} notes in one bow.` : `New for this class: a slur, ${notes} notes in one bow.`),
    advice: 'Play them first in one bow with a stop between them, then without the stop.',
  },
  'wrong-bow': {
    name: 'The bow comes out the wrong way',
    mark: 'wrong bow',
    text: (f, { line }) =>
      'lift' in f ? `The bow is lifted in the rest before ${sayMeasure(line, f.at)}, which begins down-bow again.` : sayWrongBow(line, f),
    advice: (f) =>
      'lift' in f
        ? 'In the rest the bow goes back to the frog through the air and waits on the string.'
        : 'Lift and set the bow anew, or join two notes before it in one bow; mark which.',
  },
  'uneven-bow': {
    name: 'Uneven bows',
    mark: 'uneven',
    text: ({ long, short }) =>
      `A long ${long}-bow and a short ${short}-bow: the short one has to bring back as much bow as the long one took.`,
    advice: 'Save the bow on the long note; go back quickly and lightly on the short one.',
  },
  'pluck-change': {
    name: 'From bow to plucking and back',
    mark: 'pluck',
    text: ({ plucked, seconds }) =>
      `${plucked ? 'Plucked from here' : 'With the bow again from here'}, ${seconds > 0 ? `with ${count(seconds, 'second')} of rest to change` : 'with no rest to change'}.`,
    advice: ({ plucked }) =>
      plucked
        ? 'Keep the bow in the hand, one finger free over the fingerboard; practise the change alone, in time.'
        : 'Fingers back on the bow while the last plucked note rings; set it on the string before it sounds.',
  },
  'other-loudness': {
    name: 'The same again at another loudness',
    mark: 'loudness',
    text: ({ softer, like, now, was }, { line }) =>
      `${headMeasure(line, like)} again, but ${now} instead of ${was}: the same tempo, ${softer ? 'smaller' : 'larger'} strokes.`,
    advice: ({ softer }) =>
      softer
        ? 'Count it aloud; keep the speed of the bow and take less of it.'
        : 'Count it aloud; take more bow, not more speed of the fingers.',
    wrong: ({ softer }) => (softer ? { heard: 'the tempo drops when it is soft', why: 'less bow is taken as a slower bow' } : null),
  },
  'no-rest': {
    name: 'No rest to set the bow',
    mark: 'no rest',
    text: ({ from, to }, { line }) =>
      `No rest ${from === null ? 'in the whole piece' : `from ${sayMeasure(line, from)} to ${to === null ? 'the end' : nameOf(line, to)}`}: nothing sets the bow or shakes out the hand.`,
    advice: 'Choose one barline where everyone lifts, and mark it.',
  },
} satisfies { readonly [K in SpotKind]?: SpotWords<K> }
