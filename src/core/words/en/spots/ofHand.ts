import { sayPositionKey, THUMB } from '../../../instruments/instrument'
import type { Shift } from '../../../fingering/moves'
import type { Stop } from '../../../hands/hold'
import { sayList } from '../../../names'
import type { SpotKind } from '../../../plan/spotKinds'
import { fingerName, fingerOn, sayFinger, sayInterval, sayPlace, sayShaded, saySpacing, stringName, type Tongue } from '../hands'
import { inSlur, strings, wrongLow, type SpotWords, type Wrong } from './kind'

const OVER: Record<Shift['over'], string> = {
  slur: 'inside the slur',
  nothing: 'straight from note to note',
  'open string': 'while the open string rings',
  rest: 'in the rest',
}

const SHIFT_UP: Wrong = { heard: 'everything after the shift is flat', why: 'the thumb stayed behind' }
const SHIFT_DOWN: Wrong = { heard: 'what comes after the shift back is sharp', why: 'the hand did not come back far enough' }
const ARCH: Wrong = { heard: 'the open string beside it does not ring', why: 'the finger leans over' }

/** A finger beside its tape, its plain number where it lies on it: "low 2", "3". */
const shaded = (t: Tongue, s: Stop): string => (s.place === 'normal' ? fingerName(s.finger) : sayShaded(t, s.place, s.finger))

/** What is said of what asks the left hand. */
export const OF_HAND = {
  'two-places': {
    name: 'Another place on the next string',
    mark: 'other place',
    text: ({ here, there }, { talk, instrument }) =>
      `${fingerOn(talk, instrument, here)}, but ${fingerOn(talk, instrument, there)} just before.`,
    advice: 'Set the hand on each string by itself and look where the half step lies, then go between them.',
    wrong: ({ here }, t) => wrongLow(t, here),
  },
  slide: {
    name: 'A finger slides low and high',
    mark: 'slides',
    text: ({ finger, from, to, over }) =>
      `Finger ${finger} goes from ${sayPlace(from)} to ${sayPlace(to)} on the same string${over ? `, ${over === 'rest' ? 'in the rest' : 'while an open string rings'}` : ''}.`,
    advice: 'Slide it without lifting, by itself and slowly, then in the tune.',
    wrong: ({ to, stop }, t) => (to === 'low' ? wrongLow(t, stop) : null),
  },
  'wide-gap': {
    name: 'Wide gap between fingers',
    mark: 'wide gap',
    text: ({ low, high, gap }, { talk }) => `${shaded(talk, low)} and ${shaded(talk, high)} lie ${saySpacing(gap)} apart.`,
    advice: 'Open the hand from the base knuckles before the second finger falls; no squeezing, and rest the hand between goes.',
    wrong: ({ low, high }, { talk }) =>
      low.finger === 2 && high.finger === 3 && low.place === 'low'
        ? { heard: `3 after the ${sayShaded(talk, 'low', 2)} is flat`, why: 'the gap was not opened from the base of the fingers' }
        : null,
  },
  'fourth-finger': {
    name: 'Fourth finger',
    mark: 'fourth',
    text: ({ string, prepared }, { instrument }) =>
      `Fourth finger on ${stringName(instrument, string)}${prepared ? '' : ', without a finger before it on that string'}.`,
    advice: ({ check }, { instrument }) =>
      check !== null
        ? `Check it against the open ${stringName(instrument, check)}: the same note.`
        : 'Bring the hand over the fingerboard first; short goes, and rest.',
    wrong: () => ({ heard: '4 is flat', why: 'the elbow is out and the thumb tight' }),
  },
  'four-or-open': {
    name: 'Four or open',
    mark: '4 or 0',
    text: ({ four, string, slurred }, { instrument }) => {
      const [low, high] = [stringName(instrument, string), stringName(instrument, string + 1)]
      return four
        ? `4 on ${low}, where open ${high} is the same note.`
        : `Open ${high}, where 4 would stay on ${low}${slurred ? ' under the slur' : ' between its neighbours'}.`
    },
    advice: 'Decide it once for everyone, say it, and write it in.',
  },
  extension: {
    name: 'Extension',
    mark: 'opens',
    text: ({ stop }, { talk, instrument }) => `${fingerOn(talk, instrument, stop)}: the hand opens.`,
    advice: ({ stop }, { instrument }) =>
      instrument.byLetter
        ? 'The hand stays, the finger alone stretches; short goes, rest and shake out the arm.'
        : stop.place === 'low'
          ? 'Open backward from 1; the thumb and the other fingers stay. Short goes, and rest.'
          : 'Thumb, 2, 3 and 4 go up together, a whole step between 1 and 2. Short goes, and rest.',
  },
  'half-position': {
    name: 'Half position',
    mark: 'half',
    text: () => 'Half position: the whole hand lies a half step back, 1 next to the nut.',
    advice: 'Move hand and thumb together; find it from the open string, by ear.',
    wrong: () => ({
      heard: 'the finger comes back in another place',
      why: 'the fingers flew off the string and come back at an angle',
    }),
  },
  shift: {
    name: 'Shift',
    mark: 'shift',
    text: ({ to, halfSteps, over, guide }) =>
      halfSteps === 0
        ? `The hand changes to ${sayPositionKey(to)} where it is, ${OVER[over]}.`
        : `Shift ${halfSteps > 0 ? 'up' : 'down'} to ${sayPositionKey(to)}, ${saySpacing(halfSteps)}, ${OVER[over]}${guide ? `; ${guide === THUMB ? 'the thumb' : `finger ${guide}`} leads` : ''}.`,
    advice: ({ over }) =>
      over === 'nothing' || over === 'slur'
        ? 'Stop the bow for the shift, hand and thumb as one, and hear the new note first; then make that stop shorter and shorter.'
        : 'Hand and thumb go together while there is time; arrive before the bow does, and check against an open string.',
    plucked: {
      advice: ({ over }) =>
        over === 'nothing' || over === 'slur'
          ? 'Wait before the shift, hand and thumb as one, and hear the new note first; then wait less and less.'
          : 'Hand and thumb go together while there is time; arrive before you pluck, and check against an open string.',
    },
    wrong: ({ halfSteps }) => (halfSteps > 0 ? SHIFT_UP : SHIFT_DOWN),
  },
  'lowest-string': {
    name: 'The lowest string',
    mark: 'lowest',
    text: (_, { instrument }) => `Fingers go to the ${stringName(instrument, 0)} string, the lowest.`,
    advice: (_, { instrument }) =>
      instrument.held === 'shoulder'
        ? 'Swing the elbow under the instrument first, then place the finger.'
        : 'Bring the elbow forward and the whole hand with it.',
  },
  'lands-alone': {
    name: 'A finger lands alone',
    mark: 'alone',
    text: ({ stop }, { talk, instrument }) =>
      `${fingerOn(talk, instrument, stop)} for one note: the notes before and after lie on other strings.`,
    advice: ({ stop, together }) =>
      together
        ? `Set ${sayList([1, 2, 3, 4].slice(0, stop.finger).map(String))} together: lift, look, drop as one, four times; then from the note before.`
        : 'Place it by itself, the others in the air: lift, look, drop, four times; then from the note before.',
  },
  fifth: {
    name: 'One finger over two strings',
    mark: 'hops',
    text: ({ finger, steps, ...c }, t) =>
      `Finger ${finger} plays on both strings, ${strings(t, c)}, at the same place: ${sayInterval(steps)}.`,
    advice: (_, { instrument }) =>
      instrument.overStrings === 'roll'
        ? 'Roll the finger over both strings, or lift and place it again; choose one and say which.'
        : 'Set the finger over both strings at once, a little flat; it need not lift.',
  },
  'skip-crossing': {
    name: 'A skip that changes string',
    mark: 'skip',
    text: ({ steps, ...c }, t) => `${sayInterval(steps)} from ${strings(t, c)} with a finger on each${inSlur(c)}.`,
    advice: 'Set both fingers first, then let only the bow go between them.',
    plucked: { advice: 'Set both fingers first, then pluck one string and the other while they stay.' },
  },
  'hand-crossing': {
    name: 'The left hand crosses',
    mark: 'crosses',
    text: (c, t) => `The hand itself goes from ${strings(t, c)}${inSlur(c)}.`,
    advice: 'Keep the finger that played down until the next one stands on the new string.',
  },
  'double-stop': {
    name: 'Two strings at once',
    mark: 'two strings',
    text: ({ strings: on, clear, one, broken }, { instrument }) => {
      const why = broken
        ? ': broken from the low strings up'
        : clear
          ? `: finger ${clear.finger} must arch clear of the open ${stringName(instrument, clear.string + 1)}`
          : one
            ? ': one finger stops both'
            : ''
      return `${on.map((s) => stringName(instrument, s)).join(' and ')} sound together${why}.`
    },
    advice: 'Tune the two notes one after the other, then let the bow rest on both.',
    plucked: { advice: 'Tune the two notes one after the other, then pluck both at once.' },
    wrong: ({ clear }) => (clear ? ARCH : null),
  },
  'arch-kept': {
    name: 'A finger kept beside an open string',
    mark: 'arch',
    text: ({ stop, open }, { talk, instrument }) =>
      `${sayFinger(talk, instrument, stop)} stays on ${stringName(instrument, stop.string)} while the open ${stringName(instrument, open)} sounds by turns with it.`,
    advice: 'Arch the finger, on its tip, so that it leaves the open string free; listen whether it rings.',
    wrong: () => ARCH,
  },
} satisfies { readonly [K in SpotKind]?: SpotWords<K> }
