import { count } from '../count'
import { CLEFS } from '../music/clef'
import { plainNote, printedNote } from '../music/noteName'
import { SILENT } from '../words/en/drills'
import { letterName, pitchName, type Pitch } from '../music/pitch'
import { sayStaffPlace } from '../words/en/hands'
import { inSentence, sayList } from '../names'
import { sayCare } from './care'
import { linePitch, allSpots, type SeatAtWork, type Practised } from './practised'

/** A step of a warm-up that has no notes: what is done, for how long, with a caution where one belongs. Looking has an answer. */
export type SilentStep = {
  readonly id: string
  readonly title: string
  readonly words: string
  readonly minutes: number
  readonly caution: string | null
  readonly answer?: string
}

/** How many tasks of one sort are offered. */
const MOST_ASKED = 3

/** The steps without notes that fit a piece: the hand without the bow, the ear, the eye. Common practice. */
export function silentSteps(c: Practised): SilentStep[] {
  const kinds = new Set(allSpots(c).map((at) => at.spot.kind))
  const [leader] = c.players
  const title = c.piece.title
  return [
    ...notesToSay(c),
    {
      id: 'tap',
      ...SILENT.tap,
      minutes: 0.5,
      caution: null,
    },
    ...(kinds.has('shift')
      ? [
          {
            id: 'move',
            ...SILENT.move,
            minutes: 0.5,
            caution: sayCare(['shift']),
          },
        ]
      : []),
    {
      id: 'listen',
      title: SILENT.listen.title,
      words: SILENT.listen.words(title),
      minutes: 1,
      caution: null,
    },
    {
      id: 'sing',
      title: SILENT.sing.title,
      words: SILENT.sing.words(title),
      minutes: 1,
      caution: null,
    },
    ...lettersToPoint(c, leader),
    ...fingersToCount(c),
    ...crossingsToCount(c),
  ]
}

/** Notes of the piece that seats do not read surely, said before anything is played: which, and how often each comes. */
function notesToSay(c: Practised): SilentStep[] {
  const bySeat = c.players.flatMap((p) => {
    const times = new Map<string, { readonly letter: string; readonly place: string; n: number }>()
    for (const { heads } of p.reading.notes)
      for (const { pitch } of heads) {
        if (!p.unread.includes(pitchName(pitch))) continue
        const place = sayStaffPlace(pitch, CLEFS[p.map.instrument.clef])
        times.set(pitchName(pitch), { letter: printedNote(c.talk.names, pitch), place, n: (times.get(pitchName(pitch))?.n ?? 0) + 1 })
      }
    return times.size > 0 ? [{ name: p.seat.name, notes: [...times.values()].sort((a, b) => b.n - a.n).slice(0, MOST_ASKED) }] : []
  })
  if (bySeat.length === 0) return []
  return [
    {
      id: 'say unread',
      title: SILENT.unread,
      words: bySeat.map(({ name, notes }) => `${name}: ${sayList(notes.map((x) => `${x.letter} on the ${x.place}`))}.`).join(' '),
      minutes: 1,
      caution: null,
      answer: bySeat.map(({ name, notes }) => `${name}: ${sayList(notes.map((x) => `${x.letter} ${count(x.n, 'time')}`))}.`).join(' '),
    },
  ]
}

/** "Point at every F♯": letters that the signature or a sign changes, with how many there are. */
function lettersToPoint(c: Practised, leader: SeatAtWork): SilentStep[] {
  const times = new Map<string, { readonly pitch: Pitch; readonly n: number }>()
  for (const n of leader.reading.notes) {
    const pitch = linePitch(leader, n)
    if (pitch.alter !== 0) times.set(letterName(pitch), { pitch, n: (times.get(letterName(pitch))?.n ?? 0) + 1 })
  }
  return [...times]
    .sort((a, b) => b[1].n - a[1].n)
    .slice(0, MOST_ASKED)
    .map(([id, { pitch, n }]) => ({ id, letter: printedNote(c.talk.names, pitch), n }))
    .map(({ id, letter, n }) => ({
      id: `point ${id}`,
      title: SILENT.point.title(letter),
      words: SILENT.point.words(letter),
      minutes: 0.5,
      caution: null,
      answer: `${count(n, letter, letter)} on the page${c.players.length > 1 ? ` of the ${inSentence(leader.seat.name)}` : ''}.`,
    }))
}

/** "Count every first finger on A", each seat for itself. */
function fingersToCount(c: Practised): SilentStep[] {
  const at = (p: SeatAtWork, finger: number, letter: string): number =>
    p.map.notes.filter((n) => !n.held && n.stop.finger === finger && p.map.instrument.strings[n.stop.string].letter === letter).length
  return (['A', 'D'] as const).flatMap((letter): SilentStep[] => {
    const counts = c.players.map((p) => at(p, 1, letter))
    if (counts.every((n) => n === 0)) return []
    return [
      {
        id: `count 1 ${letter}`,
        title: SILENT.count.title(plainNote(c.talk.names, letter)),
        words: SILENT.count.words,
        minutes: 0.5,
        caution: null,
        answer: `${sayList(c.players.map((p, i) => `${i === 0 ? p.seat.name : inSentence(p.seat.name)} ${counts[i]}`))}.`,
      },
    ]
  })
}

/** "Count the crossings". */
function crossingsToCount(c: Practised): SilentStep[] {
  const counts = c.players.map((p) => p.reading.notes.filter((n) => n.move?.crossing).length)
  if (counts.every((n) => n === 0)) return []
  return [
    {
      id: 'crossings',
      ...SILENT.crossings,
      minutes: 1,
      caution: null,
      answer: `${sayList(c.players.map((p, i) => `${i === 0 ? p.seat.name : inSentence(p.seat.name)} ${counts[i]}`))}.`,
    },
  ]
}
