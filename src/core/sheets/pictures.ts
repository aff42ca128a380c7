import { candidates } from '../fingering/candidates'
import { count } from '../count'
import { mannerOf } from '../hands/manner'
import { isLearned } from '../hands/hold'
import { CLEFS } from '../music/clef'
import { alterIn } from '../music/key'
import { plainNote, printedNote } from '../music/noteName'
import { byOctaves, LETTERS, midiOf, type Pitch } from '../music/pitch'
import { FIRST } from '../instruments/instrument'
import { capital } from '../names'
import type { Piece } from '../piece/piece'
import { handWords } from '../words/hands'
import { numeral } from '../reading/numeral'
import type { Reading, ReadNote } from '../reading/reading'
import type { Talk } from '../plan/talk'
import type { ClassSettings } from '../plan/class'
import { emptyPlan, type Plan } from '../plan/plan'
import { fromNut } from '../tapes/tapes'
import type { Block, NoteCard, PenStroke } from './blocks'
import { allWays, type Made } from './made'

/* Sheets to look at: the fingerboard, and cards. */

/** How wide the chart is, how long what is learned of the strings is drawn, and where the nut lies, in millimetres. */
const [CHART_WIDTH, CHART_LENGTH, NUT] = [120, 190, 14]
/** Room at a place for its dot, and the largest size of a label, in millimetres; about how wide a character is, as a part of its size. */
const [BESIDE_DOT, LABEL, WIDE] = [5, 4.4, 0.56]

/** The size at which a label stands in a room, in millimetres. */
const sizeIn = (room: number, label: string): number => Math.min(LABEL, room / (WIDE * label.length))

/** Half steps above the nut up to which a place is looked for: two octaves. */
const FARTHEST = 24

/** Every pitch that sounds as a key of the keyboard does, with one sign at the most. */
const spellingsOf = (midi: number): Pitch[] =>
  LETTERS.flatMap((letter) =>
    [-1, 0, 1].flatMap((alter) => {
      const octave = Math.floor((midi - alter) / 12) - 1
      const pitch = { letter, alter, octave }
      return midiOf(pitch) === midi ? [pitch] : []
    }),
  )

/** How well a spelling names a place: as the key has it, else without a sign, else with a sharp. */
const rankOf = (r: Reading, { letter, alter }: Pitch): number =>
  alterIn(r.piece.key, letter) === alter ? 0 : alter === 0 ? 1 : alter > 0 ? 2 : 3

type LearnedPlace = { readonly string: number; readonly k: number; readonly says: string; readonly note: string }

/** The place so many half steps up a string, with every finger that the seat has learned there, by position: "4, III ↑1 ↓2"; null where it has none. */
function learnedAt(r: Reading, string: number, k: number, { low, names }: Talk): LearnedPlace | null {
  const { setup } = r.map
  const { instrument } = setup
  const ways = spellingsOf(midiOf(instrument.strings[string]) + k).flatMap((pitch) =>
    candidates(setup, [pitch])
      .filter((h) => isLearned(h) && !h.respelled && h.stops[0].string === string && h.stops[0].k === k && !h.stops[0].harmonic)
      // A finger on its neighbour's place is no place of its own.
      .filter((h) => mannerOf(instrument, h.stops[0]) !== 'far')
      .map((h) => ({ pitch, finger: numeral(h.stops[0], low), position: h.position })),
  )
  if (ways.length === 0) return null
  const { pitch } = ways.reduce((a, b) => (rankOf(r, b.pitch) < rankOf(r, a.pitch) ? b : a))
  const positions = [...new Set(ways.map((w) => w.position))].sort((a, b) => Number(a !== FIRST) - Number(b !== FIRST) || a - b)
  const says = positions.map((at) => {
    const fingers = [...new Set(ways.filter((w) => w.position === at).map((w) => w.finger))].join(' ')
    return at === FIRST ? fingers : `${instrument.positions[at].name} ${fingers}`
  })
  return { string, k, says: says.join(', '), note: printedNote(names, pitch) }
}

/** The fingerboard with everything that a seat has learned, places true to scale among themselves, the strings side by side. */
export function chartBlocks(r: Reading, { talk }: ClassSettings): Block[] {
  const { instrument, learned } = r.map.setup
  const strokes: PenStroke[] = []
  const strings = learned.strings.filter((s) => instrument.strings[s])
  const places = strings.flatMap((s) => Array.from({ length: FARTHEST }, (_, i) => learnedAt(r, s, i + 1, talk) ?? []).flat())
  const most = Math.max(1, ...places.map((p) => p.k))
  const scale = CHART_LENGTH / fromNut(1, most)
  const across = CHART_WIDTH / Math.max(1, instrument.strings.length - 1)
  const x = (string: number) => 22 + string * across
  strokes.push({ kind: 'line', from: [16, NUT], to: [28 + CHART_WIDTH, NUT], thick: 1.2 })
  instrument.strings.forEach((open, string) => {
    strokes.push({ kind: 'line', from: [x(string), NUT], to: [x(string), NUT + CHART_LENGTH + 6], thick: 0.9 - string * 0.15 })
    strokes.push({ kind: 'text', at: [x(string) - 1.6, NUT - 4], text: plainNote(talk.names, open.letter), size: 5, strong: true })
  })
  for (const p of places) {
    const y = NUT + fromNut(1, p.k) * scale
    strokes.push({ kind: 'dot', at: [x(p.string), y], radius: 1.6 })
    strokes.push({ kind: 'text', at: [x(p.string) + 2.6, y + 1.2], text: p.says, size: sizeIn(across - BESIDE_DOT, p.says), strong: true })
    strokes.push({ kind: 'text', at: [x(p.string) + 2.6, y + 5.6], text: p.note, size: 3.6 })
  }
  return [
    {
      kind: 'text',
      text: `${r.map.seat.name}: what it has learned, ${count(places.length, 'place')}. Drawn to scale, not life size. ↓ is a low finger, ↑ a high or stretched one. A Roman numeral is a position. No numeral: first position.`,
    },
    { kind: 'drawing', width: CHART_WIDTH + 50, height: NUT + CHART_LENGTH + 10, strokes },
  ]
}

/** The different notes of a part, low first, a card each. */
export function cardsOf({ klass }: Pick<Made, 'klass'>, r: Reading): NoteCard[] {
  const { seat } = r.map
  const row = klass.seats.find((s) => s.id === seat.id)!
  const byPitch = new Map<number, ReadNote>()
  for (const n of r.notes)
    if (n.heads.length === 1 && n.hold && !byPitch.has(midiOf(n.heads[0].pitch) * 10 + n.heads[0].pitch.alter))
      byPitch.set(midiOf(n.heads[0].pitch) * 10 + n.heads[0].pitch.alter, n)
  return [...byPitch]
    .sort((a, b) => a[0] - b[0])
    .map(([, n]): NoteCard => {
      const [{ pitch }] = n.heads
      const piece: Piece = {
        ...r.piece,
        meter: { beats: 4, unit: 4 },
        key: { fifths: 0, mode: 'major' },
        lines: [
          {
            ...r.map.line,
            slurs: [],
            measures: [
              {
                number: '',
                events: [
                  {
                    kind: 'note',
                    id: 'n',
                    value: { base: 'whole', dots: 0 },
                    heads: [{ pitch: byOctaves(pitch, -r.map.written), tie: false }],
                  },
                ],
              },
            ],
          },
        ],
      }
      const plan: Plan = { ...emptyPlan(), octaves: { [seat.id]: r.map.octave }, lines: { [seat.id]: 0 } }
      return {
        front: { piece, plan, klass: { ...klass, seats: [row] }, seat: seat.id, much: 'none', marks: [] },
        back: [
          printedNote(klass.talk.names, pitch),
          ...allWays(r, n, klass.talk).map(capital),
          handWords(klass.talk).staffPlace(pitch, CLEFS[r.instrument.clef]),
        ],
      }
    })
}
