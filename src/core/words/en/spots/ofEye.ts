import { sayCountIn } from '../countIn'
import { count } from '../../../count'
import type { Stop } from '../../../hands/hold'
import { plainNote, printedNote, printedPitch, spokenNote } from '../../../music/noteName'
import type { Pitch } from '../../../music/pitch'
import { ordinal } from '../../../names'
import { sayMeasure, sayStretch } from '../../../piece/address'
import type { SpotKind } from '../../../plan/spotKinds'
import { bowPart, fingerOn, sayFinger, sayStop, stringName, type Tongue } from '../hands'
import { wrongLow, type SpotWords } from './kind'

/** "F sharp", "F natural" where the signature has it otherwise. */
const inKey = ({ names }: Tongue, p: Pitch, byKey: number): string => spokenNote(names, p, byKey !== 0)

/** "first ending", "first and second ending". */
const endings = (passes: readonly number[]): string => `${passes.map(ordinal).join(' and ')} ending`

/** What is said of what asks the eye. */
export const OF_EYE = {
  'two-forms': {
    name: 'One letter, two forms',
    mark: 'two forms',
    text: ({ pitch, was, byKey, at, here, there }, t) => {
      const { talk, instrument } = t
      const say = (s: Stop): string => (here!.string === there!.string ? sayFinger(talk, instrument, s) : fingerOn(talk, instrument, s))
      const fingers = here && there ? `: ${say(there)}, then ${say(here)}` : ''
      const where = at === null ? 'earlier in this measure' : `in ${sayMeasure(t.line, at)}`
      return `${inKey(talk, was, byKey)} ${where}, ${inKey(talk, pitch, byKey)} here${fingers}.`
    },
    advice: ({ pitch, was }, { talk: { names } }) =>
      `Say both and find both fingers: first ${printedNote(names, was)}, then ${printedNote(names, pitch)}.`,
    wrong: ({ here }, t) => wrongLow(t, here),
  },
  'first-sign': {
    name: 'A sign that is not in the key',
    mark: 'sign',
    text: ({ pitch, sign, known, stop }, { talk, instrument }) =>
      `${known ? '' : `New for this class: a ${sign} before a note. `}${spokenNote(talk.names, pitch, true)}${stop ? `, ${sayStop(talk, instrument, stop)},` : ''} is not in the key. The ${sign} lasts to the barline.`,
    advice: ({ pitch }, { talk: { names } }) =>
      `Find ${printedNote(names, pitch)} alone first, next to the ${plainNote(names, pitch.letter)} of the key.`,
  },
  'by-key': {
    name: 'Sharp or flat from the key signature',
    mark: 'key',
    text: ({ pitch }, { talk: { names } }) => `${spokenNote(names, pitch)} is only in the key signature.`,
    advice: ({ letter }, { talk: { names } }) => `Point to the key signature, then name every ${plainNote(names, letter)} in the line.`,
  },
  'carried-sign': {
    name: 'Sign from earlier in the measure',
    mark: 'still on',
    text: ({ pitch, byKey }, { talk }) => `Still ${inKey(talk, pitch, byKey)}: the sign earlier in the measure lasts to the barline.`,
    advice: 'Trace from the sign to the barline. It counts for every note of that letter in between.',
  },
  'cancelled-sign': {
    name: 'The barline cancels a sign',
    mark: 'cancelled',
    text: ({ pitch }, { talk: { names } }) => `Back to ${spokenNote(names, pitch, true)}: the barline cancelled the sign.`,
    advice: 'Write in a reminder, or call it out at the barline.',
  },
  'shared-letter': {
    name: 'Same letter as an open string',
    mark: 'same letter',
    text: ({ which, pitch }, { talk: { names } }) => {
      const name = printedNote(names, pitch)
      return `${which} ${name}, not the open ${name}. This piece has both.`
    },
    advice: ({ which, pitch }, { talk: { names } }) => {
      const name = printedNote(names, pitch)
      return `Call it "${which} ${name}" and the other "open ${name}".`
    },
  },
  'letter-two-strings': {
    name: 'One letter on two strings',
    mark: 'which string?',
    text: ({ pitch, same, here, there, at }, { talk, instrument, line }) => {
      const { names } = talk
      const [now, were] = [here, there].map((s) => stringName(talk, instrument, s))
      const name = printedNote(names, pitch)
      return same
        ? `${printedPitch(names, pitch)} is on ${now} here. In ${sayMeasure(line, at)} it was on ${were}.`
        : `${name} on ${now} here, ${name} on ${were} in ${sayMeasure(line, at)}.`
    },
    advice: ({ pitch, here }, { talk, instrument }) =>
      `Call it with its string: "${printedNote(talk.names, pitch)} on ${stringName(talk, instrument, here)}".`,
  },
  'ledger-lines': {
    name: 'Ledger lines',
    mark: 'ledger line',
    text: ({ pitch, lines }, { talk: { names } }) =>
      `${printedPitch(names, pitch)} has ${lines === 1 ? 'a ledger line' : `${lines} ledger lines`}.`,
    advice: 'Count to it from a note everyone knows. Name it before you play the line.',
  },
  'look-alike': {
    name: 'Starts like an earlier measure, then changes',
    mark: 'differs',
    text: ({ like, note, same }, { line }) =>
      same === undefined
        ? `Starts like ${sayMeasure(line, like)}, but note ${note + 1} is different.`
        : `So far it was ${sayStretch(line, like - same, like - 1)} again. Here it changes: this is not ${sayMeasure(line, like)}.`,
    advice: ({ same }) =>
      same === undefined
        ? 'Play the two measures back to back and circle the note that changes.'
        : 'Look ahead while you play what you know. Mark where the new part starts.',
  },
  dotted: {
    name: 'Dotted rhythm',
    mark: 'dotted',
    text: ({ long }) => {
      const short = long === 'quarter' ? 'eighth' : 'sixteenth'
      return `A dotted ${long}, then ${short === 'eighth' ? 'an eighth' : 'a sixteenth'}. The ${short} comes late.`
    },
    advice: ({ long }) =>
      long === 'quarter'
        ? 'Count "one and two and": the dot is "two", the eighth is the "and" after it.'
        : 'Say all four sixteenths. Play on the first and the last.',
  },
  triplet: {
    name: 'Triplet',
    mark: 'triplet',
    text: ({ actual, normal }) => `${actual} even notes in the time of ${normal}.`,
    advice: 'Find a word with that many syllables. Say it on the beat, then after a measure of plain eighths.',
  },
  syncopation: {
    name: 'Held over the beat',
    mark: 'over the beat',
    text: ({ tied, weak }) =>
      tied
        ? 'Tied over the barline: nothing new on beat 1.'
        : weak
          ? 'Short, long, short: start on 2 and hold through 3.'
          : 'Starts between the beats and holds through the next one.',
    advice: ({ tied }) =>
      tied
        ? 'Play it once without the tie. Then only think the second note and keep the bow moving.'
        : 'Tap the beat with your foot and clap it: first every eighth, then with the ties.',
    plucked: {
      advice: ({ tied }) =>
        tied
          ? 'Play it once without the tie. Then only think the second note and let the string ring.'
          : 'Tap the beat with your foot and clap it. Then let each note ring its full length.',
    },
  },
  'counted-rest': {
    name: 'Counted rest',
    mark: 'count rests',
    text: ({ beats, on, between }) =>
      `Come in ${between ? `after beat ${on}, before the next` : `on beat ${on}`}${beats > 1 ? `, after ${count(beats, 'beat')} of rest` : ''}.`,
    advice: 'Count the rest aloud. Bow on the string and breathe in before you play.',
    plucked: { advice: 'Count the rest aloud. Finger over the string and breathe in before you pluck.' },
  },
  'changed-rhythm': {
    name: 'Same notes, new rhythm',
    mark: 'rhythm',
    text: ({ like, at }, { line }) => `The notes of ${sayMeasure(line, like)}, with a new rhythm from note ${at + 1}.`,
    advice: 'Clap both measures back to back before you play them.',
  },
  'repeat-way': {
    name: 'Repeats and endings',
    mark: 'repeat',
    text: (f, { line }) => {
      const to = sayMeasure(line, f.to)
      const back = f.to === 0 ? 'the beginning' : to
      switch (f.way) {
        case 'ending':
          return `${endings(f.passes)}: go back to ${back}.${f.skips === null ? '' : ` Next time, jump to ${sayMeasure(line, f.skips)}.`}`
        case 'back':
          return `Repeat: after this measure, go back to ${back}.`
        case 'on':
          return `Jump from here to ${to}.`
      }
    },
    advice: ({ way }) => {
      switch (way) {
        case 'ending':
          return 'Trace the way with a finger first. Then play only across the repeat.'
        case 'back':
          return 'Play the last measure and the one it goes back to without a stop.'
        case 'on':
          return 'Mark the sign to jump to, then play only across the jump.'
      }
    },
  },
  pickup: {
    name: 'Pickup',
    mark: 'pickup',
    text: ({ beat, bow }) => `Starts with a pickup on beat ${beat}, ${bow ? `${bow}-bow` : 'plucked'}.`,
    advice: ({ bow, from, counted }) =>
      `Count ${sayCountIn(counted)}. ${bow ? `Set the bow ${bowPart(from) === 'near the tip' ? '' : 'at '}${bowPart(from)} first` : 'Plucking finger ready over the string'}.`,
  },
  'long-after-short': {
    name: 'Long note after short ones',
    mark: 'long',
    text: ({ quarters, short }) =>
      `A long note, ${count(quarters, 'quarter')}, after ${short} short ones: easy to cut off early, or to run out of bow.`,
    advice: 'Count it to the end, and slow the bow from the start.',
    plucked: {
      text: ({ quarters, short }) =>
        `A long note, ${count(quarters, 'quarter')}, after ${short} short ones: easy to come in early after it.`,
      advice: 'Count it to the end while it rings.',
    },
    wrong: () => ({ heard: 'the bow trembles', why: 'the shoulder and elbow are up' }),
  },
} satisfies { readonly [K in SpotKind]?: SpotWords<K> }
