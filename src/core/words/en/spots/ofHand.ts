import { sayPositionKey, THUMB } from '../../../instruments/instrument'
import type { Shift } from '../../../fingering/moves'
import type { Stop } from '../../../hands/hold'
import { sayList } from '../../../names'
import type { SpotKind } from '../../../plan/spotKinds'
import { fingerName, fingerOn, sayFinger, sayInterval, sayPlace, sayShaded, saySpacing, stringName, type Tongue } from '../hands'
import { inSlur, strings, wrongLow, type SpotWords, type Wrong } from './kind'

const OVER: Record<Shift['over'], string> = {
  slur: 'inside the slur',
  nothing: 'with no time in between',
  'open string': 'while the open string rings',
  rest: 'in the rest',
}

const SHIFT_UP: Wrong = { heard: 'everything after the shift is flat', why: 'the thumb stayed behind' }
const SHIFT_DOWN: Wrong = { heard: 'everything after the shift back is sharp', why: 'the hand didn’t come back far enough' }
const ARCH: Wrong = { heard: 'the open string next to it doesn’t ring', why: 'the finger leans on it' }

/** A finger beside its tape, its plain number where it lies on it: "low 2", "3". */
const shaded = (t: Tongue, s: Stop): string => (s.place === 'normal' ? fingerName(s.finger) : sayShaded(t, s.place, s.finger))

/** What is said of what asks the left hand. */
export const OF_HAND = {
  'two-places': {
    name: 'The finger pattern changes on the next string',
    mark: 'new pattern',
    text: ({ here, there }, { talk, instrument }) =>
      `${fingerOn(talk, instrument, there)}, then ${fingerOn(talk, instrument, here)}: the finger pattern changes.`,
    advice: 'Set the fingers on each string and find the half step. Then go back and forth.',
    wrong: ({ here }, t) => wrongLow(t, here),
  },
  slide: {
    name: 'One finger slides between low and high',
    mark: 'slide',
    text: ({ finger, from, to, over }) =>
      `Slide finger ${finger} from ${sayPlace(from)} to ${sayPlace(to)}${over ? ` ${over === 'rest' ? 'in the rest' : 'while the open string rings'}` : ''}.`,
    advice: 'Slide slowly without lifting. Then in the tune.',
    wrong: ({ to, stop }, t) => (to === 'low' ? wrongLow(t, stop) : null),
  },
  'wide-gap': {
    name: 'Wide gap between fingers',
    mark: 'wide gap',
    text: ({ low, high, gap }, { talk }) => `${shaded(talk, low)} to ${shaded(talk, high)} is ${saySpacing(gap)}: a wide gap.`,
    advice: 'Open the hand from the base knuckles first. No squeezing, and rest between tries.',
    wrong: ({ low, high }, { talk }) =>
      low.finger === 2 && high.finger === 3 && low.place === 'low'
        ? { heard: `3 after ${sayShaded(talk, 'low', 2)} is flat`, why: 'the hand didn’t open from the base knuckles' }
        : null,
  },
  'fourth-finger': {
    name: 'Fourth finger',
    mark: 'fourth',
    text: ({ string, prepared }, { talk, instrument }) =>
      `Fourth finger on ${stringName(talk, instrument, string)}${prepared ? '' : ', with no other finger down first'}.`,
    advice: ({ check }, { talk, instrument }) =>
      check !== null
        ? `Match it to open ${stringName(talk, instrument, check)}: same note.`
        : 'Bring the hand over the fingerboard first. Short tries, then rest.',
    wrong: () => ({ heard: '4 is flat', why: 'the elbow is out or the thumb is tight' }),
  },
  'four-or-open': {
    name: 'Fourth finger or open string',
    mark: '4 or 0',
    text: ({ four, string, slurred }, { talk, instrument }) => {
      const [low, high] = [stringName(talk, instrument, string), stringName(talk, instrument, string + 1)]
      return four
        ? `4 on ${low}, the same note as open ${high}.`
        : `Open ${high}. 4 would stay on ${low}${slurred ? ' inside the slur' : ''}.`
    },
    advice: 'Decide it for everyone and write it in.',
  },
  extension: {
    name: 'Extension',
    mark: 'stretch',
    text: ({ stop }, { talk, instrument }) => `${fingerOn(talk, instrument, stop)}: open the hand.`,
    advice: ({ stop }, { instrument }) =>
      instrument.byLetter
        ? 'The hand stays and only the finger stretches. Short tries, then shake out the arm.'
        : stop.place === 'low'
          ? 'Reach back with 1. Thumb and the other fingers stay. Short tries, then rest.'
          : 'Move thumb, 2, 3 and 4 up together: a whole step from 1 to 2. Short tries, then rest.',
  },
  'half-position': {
    name: 'Half position',
    mark: 'half position',
    text: () => 'Half position: the whole hand moves back a half step, 1 next to the nut.',
    advice: 'Move hand and thumb together. Find it from the open string, by ear.',
    wrong: () => ({
      heard: 'the finger comes back in the wrong place',
      why: 'the fingers flew off the string',
    }),
  },
  shift: {
    name: 'Shift',
    mark: 'shift',
    text: ({ to, halfSteps, over, guide }) =>
      halfSteps === 0
        ? `Change to ${sayPositionKey(to)} without moving the hand, ${OVER[over]}.`
        : `Shift ${halfSteps > 0 ? 'up' : 'down'} to ${sayPositionKey(to)}, ${saySpacing(halfSteps)}, ${OVER[over]}.${guide ? ` ${guide === THUMB ? 'The thumb' : `Finger ${guide}`} leads.` : ''}`,
    advice: ({ over }) =>
      over === 'nothing' || over === 'slur'
        ? 'Stop the bow, move hand and thumb together, and hear the new note first. Then make the stop shorter.'
        : 'Move hand and thumb together. Get there before the bow, and check with an open string.',
    plucked: {
      advice: ({ over }) =>
        over === 'nothing' || over === 'slur'
          ? 'Wait, move hand and thumb together, and hear the new note first. Then wait less.'
          : 'Move hand and thumb together. Get there before you pluck, and check with an open string.',
    },
    wrong: ({ halfSteps }) => (halfSteps > 0 ? SHIFT_UP : SHIFT_DOWN),
  },
  'lowest-string': {
    name: 'Lowest string',
    mark: 'lowest string',
    text: (_, { talk, instrument }) => `Over to the ${stringName(talk, instrument, 0)} string, the lowest one.`,
    advice: (_, { instrument }) =>
      instrument.held === 'shoulder'
        ? 'Swing the elbow under first, then place the finger.'
        : 'Bring the elbow and the whole hand forward.',
  },
  'lands-alone': {
    name: 'One finger lands on its own',
    mark: 'lands alone',
    text: ({ stop }, { talk, instrument }) => `${fingerOn(talk, instrument, stop)} for one note, between notes on other strings.`,
    advice: ({ stop, together }) =>
      together
        ? `Set ${sayList([1, 2, 3, 4].slice(0, stop.finger).map(String))} together: lift, look, drop, four times. Then from the note before.`
        : 'Place it alone, the others in the air: lift, look, drop, four times. Then from the note before.',
  },
  fifth: {
    name: 'One finger over two strings',
    mark: 'two strings, one finger',
    text: ({ finger, steps, ...c }, t) => `Finger ${finger} plays the same spot on two strings, ${strings(t, c)}: ${sayInterval(steps)}.`,
    advice: (_, { instrument }) =>
      instrument.overStrings === 'roll'
        ? 'Roll the finger over both strings, or lift and place it again. Choose one for the class.'
        : 'Lay the finger over both strings at once. It doesn’t need to lift.',
  },
  'skip-crossing': {
    name: 'Skip to the next string',
    mark: 'skip',
    text: ({ steps, ...c }, t) => `Skip from ${strings(t, c)}, ${sayInterval(steps)}, one finger on each${inSlur(c)}.`,
    advice: 'Set both fingers first, then move only the bow.',
    plucked: { advice: 'Set both fingers first, then pluck one string after the other.' },
  },
  'hand-crossing': {
    name: 'The left hand changes strings',
    mark: 'hand crosses',
    text: (c, t) => `The hand goes over from ${strings(t, c)}${inSlur(c)}.`,
    advice: 'Keep the old finger down until the next one is on the new string.',
  },
  'double-stop': {
    name: 'Two strings at once',
    mark: 'two strings',
    text: ({ strings: on, clear, one, broken }, { talk, instrument }) => {
      const why = broken
        ? ': roll them from the low string up'
        : clear
          ? `: arch finger ${clear.finger} clear of open ${stringName(talk, instrument, clear.string + 1)}`
          : one
            ? ': one finger stops both'
            : ''
      return `${on.map((s) => stringName(talk, instrument, s)).join(' and ')} sound together${why}.`
    },
    advice: 'Tune one note, then the other. Then bow both.',
    plucked: { advice: 'Tune one note, then the other. Then pluck both at once.' },
    wrong: ({ clear }) => (clear ? ARCH : null),
  },
  'arch-kept': {
    name: 'Finger down next to an open string',
    mark: 'arch',
    text: ({ stop, open }, { talk, instrument }) =>
      `${sayFinger(talk, instrument, stop)} stays down on ${stringName(talk, instrument, stop.string)} while open ${stringName(talk, instrument, open)} rings next to it.`,
    advice: 'Stand the finger on its tip so the open string can ring. Listen for it.',
    wrong: () => ARCH,
  },
} satisfies { readonly [K in SpotKind]?: SpotWords<K> }
