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
      const fingers = here && there ? `: ${say(here)} against ${say(there)}` : ''
      const where = at === null ? 'earlier in this measure' : `in ${sayMeasure(t.line, at)}`
      return `${inKey(talk, pitch, byKey)} here, ${inKey(talk, was, byKey)} ${where}${fingers}.`
    },
    advice: ({ pitch, was }, { talk: { names } }) =>
      `Say both aloud and find both fingers, ${printedNote(names, was)} then ${printedNote(names, pitch)}, before the line is played.`,
    wrong: ({ here }, t) => wrongLow(t, here),
  },
  'first-sign': {
    name: 'A sign that is not in the key',
    mark: 'sign',
    text: ({ pitch, sign, known, stop }, { talk, instrument }) =>
      `${known ? '' : `New for this class: a ${sign} before a note. `}${spokenNote(talk.names, pitch, true)}${stop ? `, ${sayStop(talk, instrument, stop)}` : ''}: not in the key; the sign holds to the barline.`,
    advice: ({ pitch }, { talk: { names } }) =>
      `Find ${printedNote(names, pitch)} by itself first, against the ${plainNote(names, pitch.letter)} of the key.`,
  },
  'by-key': {
    name: 'Altered by the key only',
    mark: 'by key',
    text: ({ pitch }, { talk: { names } }) => `${spokenNote(names, pitch)}: only the key signature says so.`,
    advice: ({ letter }, { talk: { names } }) => `Point to the signature and name every ${plainNote(names, letter)} of the line.`,
  },
  'carried-sign': {
    name: 'Altered by a sign earlier in the measure',
    mark: 'still altered',
    text: ({ pitch, byKey }, { talk }) => `Still ${inKey(talk, pitch, byKey)}: the sign earlier in the measure holds to the barline.`,
    advice: 'Run a finger from the sign to the barline; everything of that letter in between is altered.',
  },
  'cancelled-sign': {
    name: 'Cancelled by the barline',
    mark: 'cancelled',
    text: ({ pitch }, { talk: { names } }) =>
      `${spokenNote(names, pitch, true)} again: the barline has cancelled the sign of the measure before.`,
    advice: 'Write the courtesy sign in, or call it out at the barline.',
  },
  'shared-letter': {
    name: 'Shares its letter with an open string',
    mark: 'same letter',
    text: ({ which, pitch }, { talk: { names } }) => {
      const name = printedNote(names, pitch)
      return `${which} ${name}, not the open ${name} that is also in this piece.`
    },
    advice: ({ which, pitch }, { talk: { names } }) => {
      const name = printedNote(names, pitch)
      return `Call it "${which} ${name}" and the other "open ${name}".`
    },
  },
  'letter-two-strings': {
    name: 'One letter on two strings',
    mark: 'two strings?',
    text: ({ pitch, same, here, there, at }, { talk: { names }, instrument, line }) => {
      const [now, were] = [stringName(instrument, here), stringName(instrument, there)]
      const name = printedNote(names, pitch)
      return same
        ? `${printedPitch(names, pitch)} is on ${now} here and was on ${were} in ${sayMeasure(line, at)}.`
        : `${name} on ${now} here, ${name} on ${were} in ${sayMeasure(line, at)}.`
    },
    advice: ({ pitch, here }, { talk: { names }, instrument }) =>
      `Name it with its string: "${printedNote(names, pitch)} on ${stringName(instrument, here)}".`,
  },
  'ledger-lines': {
    name: 'Ledger lines',
    mark: 'ledger',
    text: ({ pitch, lines }, { talk: { names } }) =>
      `${printedPitch(names, pitch)} needs ${lines === 1 ? 'a ledger line' : `${lines} ledger lines`}.`,
    advice: 'Count up or down from a note that everyone knows; name it before the line is played.',
  },
  'look-alike': {
    name: 'Looks like an earlier measure, but is not',
    mark: 'differs',
    text: ({ like, note, same }, { line }) =>
      same === undefined
        ? `Begins like ${sayMeasure(line, like)}; note ${note + 1} is another.`
        : `The ${same} measures before were ${sayStretch(line, like - same, like - 1)} again; this one is not ${sayMeasure(line, like)}.`,
    advice: ({ same }) =>
      same === undefined
        ? 'Play the two measures one after the other and circle the note that differs.'
        : 'Look ahead while the measures that are known run by themselves; mark where the new begins.',
  },
  dotted: {
    name: 'Dotted rhythm',
    mark: 'dotted',
    text: ({ long }) => {
      const short = long === 'quarter' ? 'eighth' : 'sixteenth'
      return `A dotted ${long} and ${short === 'eighth' ? 'an eighth' : 'a sixteenth'}: the ${short} comes late in the beat, after the dot.`
    },
    advice: ({ long }) =>
      long === 'quarter'
        ? 'Count "one and two and" aloud: the dot is "two", the eighth is the "and" after it.'
        : 'Say all four sixteenths of the beat and play on the first and the last.',
  },
  triplet: {
    name: 'Triplet',
    mark: 'triplet',
    text: ({ actual, normal }) => `${actual} even notes in the time of ${normal}.`,
    advice: 'Say a word of as many syllables on the beat, first alone, then after a measure of plain eighths.',
  },
  syncopation: {
    name: 'Held over the beat',
    mark: 'over the beat',
    text: ({ tied, weak }) =>
      tied
        ? 'Tied over the barline: beat 1 is not struck again.'
        : weak
          ? 'Short, long, short: struck on 2 and held over 3.'
          : 'Struck between the beats and held over the next one.',
    advice: ({ tied }) =>
      tied
        ? 'Play it once without the tie, then think the second note and let the bow go on.'
        : 'Clap it while the foot keeps the beats; first with every eighth played, then joined.',
    plucked: {
      advice: ({ tied }) =>
        tied
          ? 'Play it once without the tie, then think the second note and let the string ring.'
          : 'Clap it while the foot keeps the beats; then let each note ring its whole length.',
    },
  },
  'counted-rest': {
    name: 'Counted rest',
    mark: 'count in',
    text: ({ beats, on, between }) =>
      `Comes in ${between ? `between beats, after beat ${on}` : `on beat ${on}`}${beats > 1 ? `, after ${count(beats, 'beat')} of rest` : ''}.`,
    advice: 'Count the rest aloud and breathe in before the entry; the bow lies on the string in time.',
    plucked: { advice: 'Count the rest aloud and breathe in before the entry; the plucking finger is over the string in time.' },
  },
  'changed-rhythm': {
    name: 'The same notes in another rhythm',
    mark: 'rhythm',
    text: ({ like, at }, { line }) => `The notes of ${sayMeasure(line, like)}, but in another rhythm from note ${at + 1} on.`,
    advice: 'Clap both measures, one after the other, before they are played.',
  },
  'repeat-way': {
    name: 'Where the repeat goes',
    mark: 'repeat',
    text: (f, { line }) => {
      const to = sayMeasure(line, f.to)
      const back = f.to === 0 ? 'the beginning' : to
      switch (f.way) {
        case 'ending':
          return `${endings(f.passes)}: from here back to ${back}${f.skips === null ? '' : `, and the next time on to ${sayMeasure(line, f.skips)}`}.`
        case 'back':
          return `From the end of this measure back to ${back}.`
        case 'on':
          return `From here on to ${to}.`
      }
    },
    advice: ({ way }) => {
      switch (way) {
        case 'ending':
          return 'Walk the way with a finger before anyone plays; play over the joint only.'
        case 'back':
          return 'Play the last measure and the one it goes back to, as one.'
        case 'on':
          return 'Mark the sign that it jumps to, and play over the joint only.'
      }
    },
  },
  pickup: {
    name: 'Pickup',
    mark: 'pickup',
    text: ({ beat, bow }) => `Begins before the first full measure, on beat ${beat}, ${bow ? `${bow}-bow` : 'plucked'}.`,
    advice: ({ bow, from, counted }) =>
      `Count ${sayCountIn(counted)}; ${bow ? `set the bow ${bowPart(from) === 'near the tip' ? '' : 'at '}${bowPart(from)} first` : 'the plucking finger is ready over the string'}.`,
  },
  'long-after-short': {
    name: 'A long note after short ones',
    mark: 'long',
    text: ({ quarters, short }) =>
      `A long note, ${count(quarters, 'quarter')}, after ${short} short ones: it is easily left too early, or the bow runs out.`,
    advice: 'Count it aloud to its end; slow the bow down as it begins.',
    plucked: {
      text: ({ quarters, short }) =>
        `A long note, ${count(quarters, 'quarter')}, after ${short} short ones: what follows comes easily too early.`,
      advice: 'Count it aloud to its end while it rings.',
    },
    wrong: () => ({ heard: 'the bow trembles', why: 'shoulder and elbow are up' }),
  },
} satisfies { readonly [K in SpotKind]?: SpotWords<K> }
