import { CLEFS } from '../music/clef'
import { plainNote, printedNote } from '../music/noteName'
import { drillWords } from '../words/drills'
import { letterName, pitchName, type Pitch } from '../music/pitch'
import { handWords } from '../words/hands'
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
      ...drillWords(c.talk).SILENT.tap,
      minutes: 0.5,
      caution: null,
    },
    ...(kinds.has('shift')
      ? [
          {
            id: 'move',
            ...drillWords(c.talk).SILENT.move,
            minutes: 0.5,
            caution: sayCare(['shift'], c.talk),
          },
        ]
      : []),
    {
      id: 'listen',
      title: drillWords(c.talk).SILENT.listen.title,
      words: drillWords(c.talk).SILENT.listen.words(title),
      minutes: 1,
      caution: null,
    },
    {
      id: 'sing',
      title: drillWords(c.talk).SILENT.sing.title,
      words: drillWords(c.talk).SILENT.sing.words(title),
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
        const place = handWords(c.talk).staffPlace(pitch, CLEFS[p.map.instrument.clef])
        times.set(pitchName(pitch), { letter: printedNote(c.talk.names, pitch), place, n: (times.get(pitchName(pitch))?.n ?? 0) + 1 })
      }
    return times.size > 0 ? [{ name: p.seat.name, notes: [...times.values()].sort((a, b) => b.n - a.n).slice(0, MOST_ASKED) }] : []
  })
  if (bySeat.length === 0) return []
  const w = drillWords(c.talk).SILENT
  const list = (all: readonly string[]): string => sayList(all, c.talk.language)
  return [
    {
      id: 'say unread',
      title: drillWords(c.talk).SILENT.unread,
      words: bySeat.map(({ name, notes }) => `${name}: ${list(notes.map((x) => w.unreadNote(x.letter, x.place)))}.`).join(' '),
      minutes: 1,
      caution: null,
      answer: bySeat.map(({ name, notes }) => `${name}: ${list(notes.map((x) => `${x.letter} ${w.times(x.n)}`))}.`).join(' '),
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
      title: drillWords(c.talk).SILENT.point.title(letter),
      words: drillWords(c.talk).SILENT.point.words(letter),
      minutes: 0.5,
      caution: null,
      answer: drillWords(c.talk).SILENT.point.answer(n, letter, c.players.length > 1 ? inSentence(leader.seat.name) : null),
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
        title: drillWords(c.talk).SILENT.count.title(plainNote(c.talk.names, letter)),
        words: drillWords(c.talk).SILENT.count.words,
        minutes: 0.5,
        caution: null,
        answer: `${sayList(
          c.players.map((p, i) => `${i === 0 ? p.seat.name : inSentence(p.seat.name)} ${counts[i]}`),
          c.talk.language,
        )}.`,
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
      ...drillWords(c.talk).SILENT.crossings,
      minutes: 1,
      caution: null,
      answer: `${sayList(
        c.players.map((p, i) => `${i === 0 ? p.seat.name : inSentence(p.seat.name)} ${counts[i]}`),
        c.talk.language,
      )}.`,
    },
  ]
}
