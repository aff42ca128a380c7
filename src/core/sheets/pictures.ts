import { candidates } from '../fingering/candidates'
import { count } from '../count'
import { sayFinger } from '../fingering/explain'
import { isLearned } from '../hands/hold'
import { CLEFS } from '../music/clef'
import { alterIn } from '../music/key'
import { byOctaves, letterName, LETTERS, midiOf, type Pitch } from '../music/pitch'
import { capital } from '../names'
import type { Piece } from '../piece/piece'
import { sayStaffPlace } from '../reading/answerKey'
import type { Reading, ReadNote } from '../reading/reading'
import { emptyPlan, type Plan } from '../seats/plan'
import { fromNut } from '../tapes/tapes'
import type { Block, Card, Stroke } from './blocks'
import { allWays, type Made } from './made'

/* Sheets to look at: the fingerboard, and cards. */

/** Millimetres of the chart that the string takes from nut to bridge would be; so much of it as is learned is drawn. */
const [CHART_WIDTH, CHART_LENGTH, NUT] = [120, 190, 14]

/** The fingerboard with everything that a seat has learned, places true to scale among themselves, the strings side by side. */
export function chartBlocks(r: Reading): Block[] {
  const { setup } = r.map.solution
  const { instrument, learned } = setup
  const strokes: Stroke[] = []
  const found = new Map<string, { string: number; k: number; says: Set<string>; note: string; rank: number }>()
  for (const string of learned.strings)
    for (let k = 1; k <= 24; k++) {
      const open = instrument.strings[string]
      if (!open) continue
      for (const letter of LETTERS)
        for (const alter of [-1, 0, 1])
          for (let octave = Math.floor((midiOf(open) + k) / 12) - 2; octave * 12 <= midiOf(open) + k; octave++) {
            const pitch: Pitch = { letter, alter, octave }
            if (midiOf(pitch) !== midiOf(open) + k) continue
            for (const h of candidates(setup, [pitch]))
              if (isLearned(h) && !h.respelled && h.stops[0].string === string && h.stops[0].k === k && !h.stops[0].harmonic) {
                const key = `${string} ${k}`
                const at = found.get(key) ?? { string, k, says: new Set<string>(), note: '', rank: 9 }
                const position = instrument.positions[h.position].name
                at.says.add(`${sayFinger(instrument, h.stops[0])}${position === 'I' ? '' : ` ${position}`}`)
                // As the key has it, else without a sign, else with a sharp.
                const rank = alterIn(r.piece.key, letter) === alter ? 0 : alter === 0 ? 1 : alter > 0 ? 2 : 3
                if (rank < at.rank) Object.assign(at, { rank, note: letterName(pitch) })
                found.set(key, at)
              }
          }
    }
  const places = [...found.values()]
  const most = Math.max(1, ...places.map((p) => p.k))
  const scale = CHART_LENGTH / fromNut(1, most)
  const across = CHART_WIDTH / Math.max(1, instrument.strings.length - 1)
  const x = (string: number) => 22 + string * across
  strokes.push({ kind: 'line', from: [16, NUT], to: [28 + CHART_WIDTH, NUT], thick: 1.2 })
  instrument.strings.forEach((open, string) => {
    strokes.push({ kind: 'line', from: [x(string), NUT], to: [x(string), NUT + CHART_LENGTH + 6], thick: 0.9 - string * 0.15 })
    strokes.push({ kind: 'text', at: [x(string) - 1.6, NUT - 4], text: open.letter, size: 5, strong: true })
  })
  for (const p of places) {
    const y = NUT + fromNut(1, p.k) * scale
    strokes.push({ kind: 'dot', at: [x(p.string), y], radius: 1.6, filled: true })
    strokes.push({ kind: 'text', at: [x(p.string) + 2.6, y + 1.2], text: [...p.says].join(', '), size: 4.4, strong: true })
    strokes.push({ kind: 'text', at: [x(p.string) + 2.6, y + 5.6], text: p.note, size: 3.6, light: true })
  }
  return [
    {
      kind: 'text',
      text: `${r.map.seat.name}: what it has learned, ${count(places.length, 'place')}. Distances along the strings are true to each other; on the instrument they are as long as its string asks (Tapes).`,
    },
    { kind: 'drawing', width: CHART_WIDTH + 50, height: NUT + CHART_LENGTH + 10, strokes },
  ]
}

/** The different notes of a part, low first, a card each. */
export function cardsOf({ klass }: Pick<Made, 'klass'>, r: Reading): Card[] {
  const { seat } = r.map
  const row = klass.seats.find((s) => s.id === seat.id)!
  const byPitch = new Map<number, ReadNote>()
  for (const n of r.notes)
    if (n.heads.length === 1 && n.hold && !byPitch.has(midiOf(n.heads[0].pitch) * 10 + n.heads[0].pitch.alter))
      byPitch.set(midiOf(n.heads[0].pitch) * 10 + n.heads[0].pitch.alter, n)
  return [...byPitch]
    .sort((a, b) => a[0] - b[0])
    .map(([, n]): Card => {
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
        front: { piece, plan, klass: { ...klass, seats: [row] }, seat: seat.id, much: 'none', rows: [], bows: false },
        back: [letterName(pitch), ...allWays(r, n).map(capital), sayStaffPlace(pitch, CLEFS[r.instrument.clef])],
      }
    })
}
