import { partOfSeat } from '@/core/part/part'
import { describe, expect, it, vi } from 'vitest'
import { meiOf } from '@/engrave/mei'
import { serverToolkit } from '@/engrave/server'
import { exported } from '@/formats/export'
import { EXPORTS } from '@/formats/kinds'
import { readClassFile } from '@/formats/classFile'
import { readFile } from '@/formats/read'
import { fitting, layOutBench, seatHeight, stringWeight, stringY, USUAL_ROOM } from '@/ui/bench/grid'
import { loadChart } from '@/ui/steps/level/charts'
import { createClass } from '@/ui/class/classStore'
import { createDesk } from '@/ui/session/deskStore'
import { pickedNotes, shownSpots } from '@/ui/session/selectors'
import { decisionsOf } from '@/ui/ways/words'
import { answersText } from '../reading/answerKey'
import { callsOf } from '../reading/calls'
import { DEFAULT_CALLS } from '../plan/talk'
import { readingOf } from '../reading/reading'
import { spotsOf } from '../reading/spots'
import { sameSpacings } from '../reading/sameSpacing'
import { DEFAULT_CLASS, type ClassSettings } from '../plan/class'
import { classSettingsSchema } from '../plan/class.schema'
import { ensembleMapper, mapsOf } from '../balance/ensemble'
import { evennessOf } from '../balance/evenness'
import { loadOf } from '../balance/load'
import { emptyPlan } from '../plan/plan'
import { previewOf } from '../balance/preview'
import { rescuesFor } from '../balance/rescue'
import { newSeat, seatsOf } from '../seats/seat'
import { searcher, WHOLE_SPACE } from '../balance/search'
import { timelineOf } from '../balance/timeline'
import { pieceFrom } from '../testing/piece'
import { byLetter } from './byLetter'
import { INSTRUMENTS } from './all'
import { tuned, type Instrument } from './instrument'

/**
 * An instrument that no file of the product knows: five strings from C3 to E5, held at the shoulder. Invented for this
 * test; it is added by a row in the list and by nothing else.
 */
const { quinton } = vi.hoisted(() => ({ quinton: { made: null as Instrument | null } }))
vi.mock('./all', async (original) => {
  const all = await original<typeof import('./all')>()
  const shape = await import('./byLetter')
  const { tuned: strung } = await import('./instrument')
  quinton.made = {
    ...shape.byLetter({ strings: 5, start: [3, 4], first: ['I'] }),
    id: 'fiddle',
    name: 'Five-string fiddle',
    inLanguage: { es: 'Violín de cinco cuerdas' },
    strings: strung('C3', 'G3', 'D4', 'A4', 'E5'),
    clef: 'treble',
    sounds: 0,
    sizes: [{ name: '4/4', length: 340 }],
    midiProgram: 40,
    named: /\bfiddles?\b/i,
    reads: [{ clef: 'treble', pick: 'highest' }],
    beside: 0,
  }
  return { ...all, INSTRUMENTS: [...all.INSTRUMENTS, quinton.made] }
})

const D = { fifths: 2, mode: 'major' } as const
const piece = pieceFrom('D4 E4 F#4 G4 C3 D3 A4 E5 F#5 G5 A5 B5 D4 A4 G3 D4', D)
const fiddle = () => INSTRUMENTS.find((i) => i.id === 'fiddle')!
const klass = (): ClassSettings => ({ ...DEFAULT_CLASS, seats: [...DEFAULT_CLASS.seats.slice(0, 2), newSeat(fiddle(), 'first-position')] })

describe('an instrument with five strings', () => {
  it('is a seat of a class like any other', () => {
    expect(classSettingsSchema.parse(klass())).toEqual(klass())
    // It can sit in a class, and comes into nobody's class by itself.
    expect(DEFAULT_CLASS.seats.map((s) => s.instrument)).not.toContain('fiddle')
    const c = createClass({ id: 'class', name: 'Owls', school: '', settings: DEFAULT_CLASS, version: 1 })
    c.getState().addSeat('fiddle')
    c.getState().addSeat('fiddle')
    expect(c.getState().settings.seats.at(-1)).toMatchObject({ id: 'fiddle-2', name: 'Five-string fiddle 2' })
    const read = readClassFile('{ "seats": [{ "instrument": "fiddle", "learned": "third-position" }] }')
    expect('klass' in read && read.klass.seats[0].learned.strings).toEqual([0, 1, 2, 3, 4])
    expect(decisionsOf(seatsOf(klass())).map((d) => d.key)).not.toContain('school')
  })

  it('is mapped on all its strings, with reasons, spots, load and a preview', () => {
    const ensemble = ensembleMapper()(piece, { ...emptyPlan(), octaves: { fiddle: 0 } }, klass())
    expect(Object.keys(ensemble)).toEqual(['violin', 'viola', 'fiddle'])
    const map = ensemble.fiddle
    expect(map.problems).toEqual([])
    expect(new Set(map.notes.map((n) => n.stop.string))).toEqual(new Set([0, 1, 2, 3, 4]))
    const open = map.notes.filter((n) => n.stop.finger === 0).map((n) => map.instrument.strings[n.stop.string].letter)
    expect(new Set(open)).toEqual(new Set('CGDAE'))
    // What the violin has on its four strings it has too, one string higher.
    const violin = ensembleMapper()(pieceFrom('D4 E4 F#4 A5 B5', D), { ...emptyPlan(), octaves: { violin: 0 } }, klass()).violin
    expect(violin.notes.map((n) => n.stop.finger)).toEqual([0, 1, 2, 3, 4])
    expect(spotsOf(piece, map).some((s) => s.seat === 'fiddle')).toBe(true)
    expect(loadOf(piece, map).total).toBeGreaterThan(0)
    const even = evennessOf(Object.fromEntries(mapsOf(ensemble).map((m) => [m.seat.id, loadOf(piece, m).byMeasure])))
    expect(Object.keys(even.bySeat)).toEqual(['violin', 'viola', 'fiddle'])
    expect(previewOf(piece, emptyPlan(), klass(), 4).at(-1)).toMatchObject({ name: 'Five-string fiddle', strings: 5 })
  })

  it('is read aloud, and its crossings are explained', () => {
    const map = ensembleMapper()(piece, { ...emptyPlan(), octaves: { fiddle: 0 } }, klass()).fiddle
    expect(answersText(map.setup, [{ letter: 'C', alter: 0 }], DEFAULT_CALLS).split('\n')).toContain(
      'C3, space below the fourth ledger line: open C',
    )
    expect(callsOf(readingOf(piece, map), DEFAULT_CALLS).length).toBeGreaterThan(0)
    expect(sameSpacings(readingOf(piece, map)).every((t) => t.string < 5)).toBe(true)
  })

  it('is searched and rescued with the class', () => {
    const found = searcher(piece, emptyPlan(), klass(), { ...WHOLE_SPACE, schools: true })(2)
    expect(Object.keys(found[0].setting.octaves)).toEqual(['violin', 'viola', 'fiddle'])
    const plan = emptyPlan()
    const easier = rescuesFor(piece, plan, klass(), ensembleMapper()(piece, plan, klass()), 'fiddle', 2)
    expect(easier.length).toBeGreaterThan(0)
    for (const r of easier) expect(r.load.after).toBeLessThan(r.load.before)
  })

  it('is drawn on the desk, engraved, and taken away in every format', async () => {
    const ensemble = ensembleMapper()(piece, emptyPlan(), klass())
    const d = createDesk({ id: 'x', piece, plan: emptyPlan(), klass: klass(), version: 1 })
    d.getState().pick(0, 'fiddle')
    expect(pickedNotes(d.getState(), 'fiddle')).toHaveLength(1)
    d.getState().pinString('D')
    expect(d.getState().said).toBe('Five-string fiddle, measure 1: open D pinned')
    expect(shownSpots(d.getState()).every((s) => s.seat in ensemble)).toBe(true)
    const { metrics } = fitting([5, 4, 4, 4], USUAL_ROOM, 1)
    expect(seatHeight(5, metrics) - seatHeight(4, metrics)).toBe(stringY(0, 5, metrics) - stringY(0, 4, metrics))
    const weights = [0, 1, 2, 3, 4].map((s) => stringWeight(s, 5))
    expect(weights).toEqual([...weights].sort((a, b) => b - a))
    expect(layOutBench(timelineOf(piece, ensemble), metrics)[0].moments).toHaveLength(16)
    const loads = Object.fromEntries(mapsOf(ensemble).map((m) => [m.seat.id, loadOf(piece, m)]))
    const sums = Object.fromEntries(Object.keys(loads).map((s) => [s, 1]))
    const colors = new Proxy({} as Parameters<ReturnType<typeof loadChart>>[0], { get: () => '#000' })
    expect(
      JSON.stringify(loadChart([{ short: '1', name: 'Measure 1' }], seatsOf(klass()), loads, sums, { index: 0, seat: 'fiddle' })(colors)),
    ).toContain('Five-string fiddle')
    const mei = meiOf(piece, {
      parts: mapsOf(ensemble).map((m) => partOfSeat(piece, m, false)),
      rows: ['string', 'finger'],
      positions: true,
      labels: true,
    })
    expect(mei).toContain('<label>Five-string fiddle</label>')
    const toolkit = await serverToolkit()
    expect(toolkit.loadData(mei)).toBeTruthy()
    for (const kind of EXPORTS) {
      const file = exported(kind, piece, emptyPlan(), ensemble, 'fiddle')!
      expect(file.bytes.length).toBeGreaterThan(100)
      if (kind === 'csv') continue
      for (const { reading } of readFile(file.name, file.bytes)) expect(reading.ok).toBe(true)
    }
    expect(exported('abc', piece, emptyPlan(), ensemble, 'cello')).toBeNull()
  })

  it('is what the test says it is', () => {
    expect(fiddle().strings).toEqual(tuned('C3', 'G3', 'D4', 'A4', 'E5'))
    expect(fiddle().positions).toBe(byLetter({ strings: 5, start: [3, 4], first: ['I'] }).positions)
  })
})
