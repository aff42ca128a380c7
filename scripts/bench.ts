import { XMLParser } from 'fast-xml-parser'
import { Bench } from 'tinybench'
import { alternativesAt } from '../src/core/fingering/alternatives'
import { mapSeat, type SeatMap } from '../src/core/fingering/map'
import { reasonFor } from '../src/core/fingering/reason'
import { sayReason, tellingOf } from '../src/core/words/en/fingering'
import { PLAIN_TONGUE } from '../src/core/words/en/hands'
import type { Piece } from '../src/core/piece/piece'
import { classAt, DEFAULT_CLASS, settingsFor, type ClassSettings } from '../src/core/plan/class'
import { seatsOf } from '../src/core/seats/seat'
import { withPin, emptyPlan } from '../src/core/plan/plan'
import { ensembleMapper, mapsOf, octavesFor } from '../src/core/balance/ensemble'
import { evennessOf } from '../src/core/balance/evenness'
import { loadOf } from '../src/core/balance/load'
import { search, WHOLE_SPACE } from '../src/core/balance/search'
import { drillsOf } from '../src/core/drills/all'
import { practised } from '../src/core/drills/practised'
import { daysBetween } from '../src/core/plan/calendar'
import { learningOf, planDays } from '../src/core/practice/schedule'
import { warmupOf } from '../src/core/practice/warmup'
import { formOf } from '../src/core/reading/form'
import { readMusicXml } from '../src/formats/musicxml/read'
import { hearingTable } from './bench-hearing'
import { tuneXml } from './bench-tune'

/** Measures of the tune, eight eighths or four quarters each, in D major with slurs. */
const BARS = 64
const LONG = 1000

const plan = emptyPlan()

function tune(bars: number): { xml: string; piece: Piece } {
  const xml = tuneXml(bars)
  const reading = readMusicXml(xml)
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems))
  return { xml, piece: reading.piece }
}

/** Every eight measures repeated, the last two of them a first ending, the next two the second. */
function repeated(piece: Piece): Piece {
  const measures = piece.lines[0].measures.map((m, i) => {
    switch (i % 10) {
      case 0:
        return { ...m, repeatStart: true }
      case 6:
        return { ...m, ending: [1] }
      case 7:
        return { ...m, ending: [1], repeatEnd: 2 }
      case 8:
      case 9:
        return { ...m, ending: [2] }
      default:
        return m
    }
  })
  return { ...piece, lines: [{ ...piece.lines[0], measures }] }
}

// A new line each time: nothing that an earlier run made may be used again.
function solver(piece: Piece, klass: ClassSettings): () => SeatMap[] {
  const octaves = octavesFor(piece, plan, klass)
  return () => {
    const line = { ...piece.lines[0] }
    return seatsOf(klass).map((seat) => mapSeat(piece, line, seat, { octave: octaves[seat.id], ...settingsFor(klass, plan, seat) }))
  }
}
const withAlternatives = (maps: SeatMap[]) => maps.map((m) => m.solution.columns.map((_, i) => alternativesAt(m.solution, i)))

const { xml, piece } = tune(BARS)
const long = tune(LONG)
const wholeNeck = classAt('seventh-position')
const solveAll = solver(piece, DEFAULT_CLASS)
const solveNeck = solver(piece, wholeNeck)
const solveRepeats = solver(repeated(piece), DEFAULT_CLASS)
const solveLong = solver(long.piece, DEFAULT_CLASS)

const fresh4 = (fresh: Piece) => ensembleMapper()(fresh, plan, DEFAULT_CLASS)
const readingTook: number[] = []
const drillsTook: number[] = []
const practisedPiece = practised(piece, seatsOf(DEFAULT_CLASS), fresh4(piece))
const allDrills = drillsOf(practisedPiece)
const planned = learningOf('bench', practisedPiece)
const TWENTY = daysBetween('2026-03-02', '2026-03-27', ['Mon', 'Tue', 'Wed', 'Thu', 'Fri'])
const bench = new Bench({ time: 1500, warmupTime: 300, iterations: 8, warmupIterations: 2 })
let keep: unknown
const mapper = ensembleMapper()
const middle = mapper(piece, plan, DEFAULT_CLASS).violin.notes[200].placed.event.id
let flip = false
bench
  .add('parse', () => {
    keep = readMusicXml(xml)
  })
  .add('map', () => {
    keep = solveAll()
  })
  .add('map with alternatives', () => {
    keep = withAlternatives(solveAll())
  })
  .add('  the whole neck learned', () => {
    keep = withAlternatives(solveNeck())
  })
  .add('  with repeats and endings', () => {
    keep = withAlternatives(solveRepeats())
  })
  .add('map with every reason', () => {
    keep = solveAll().map((m) => m.notes.map((n) => sayReason(tellingOf(m, PLAIN_TONGUE), reasonFor(m, n))))
  })
  .add('re-solve after a pin', () => {
    flip = !flip
    keep = mapper(piece, flip ? withPin(plan, 'violin', middle, { strings: [1] }) : plan, DEFAULT_CLASS)
  })
  .add(`parse ${LONG} measures`, () => {
    keep = readMusicXml(long.xml)
  })
  .add(`the XML library alone ${LONG}`, () => {
    keep = new XMLParser({ preserveOrder: true, ignoreAttributes: false }).parse(long.xml) as unknown
  })
  .add(`map ${LONG} with alternatives`, () => {
    keep = withAlternatives(solveLong())
  })
  .add('read and level', () => {
    // Every line once more: what was read before is kept by its line.
    const fresh = { ...piece, lines: [{ ...piece.lines[0] }] }
    const ensemble = fresh4(fresh)
    const from = performance.now()
    const loads = Object.fromEntries(mapsOf(ensemble).map((m) => [m.seat.id, loadOf(fresh, m).byMeasure]))
    formOf(fresh, fresh.lines[0])
    keep = evennessOf(loads)
    readingTook.push(performance.now() - from)
  })
  .add('search 9 keys', () => {
    keep = [...search(piece, plan, DEFAULT_CLASS)]
  })
  .add('search 15 keys', () => {
    keep = [...search(piece, plan, DEFAULT_CLASS, WHOLE_SPACE)]
  })
bench
  .add('drills of 64 measures', () => {
    const fresh = { ...piece, lines: [{ ...piece.lines[0] }] }
    const ensemble = fresh4(fresh)
    // What the desk has made already before anybody practises.
    const c = practised(fresh, seatsOf(DEFAULT_CLASS), ensemble)
    const from = performance.now()
    keep = drillsOf(c)
    drillsTook.push(performance.now() - from)
  })
  .add('plan of 20 days', () => {
    keep = seatsOf(DEFAULT_CLASS).map(() => planDays({ learnings: [planned], days: TWENTY, minutes: 20 }))
  })
  .add('warm-up of 8 minutes', () => {
    keep = warmupOf(practisedPiece, allDrills, { minutes: 8 })
  })
await bench.run()

const mean = (name: string): number => {
  const { result } = bench.getTask(name)!
  if (result?.state !== 'completed') throw new Error(`${name} did not finish`)
  return result.latency.mean
}
const notes = piece.lines[0].measures.reduce((n, m) => n + m.events.length, 0)
const line = (text: string) => process.stdout.write(`${text}\n`)
line(`${BARS} measures, ${notes} notes, 4 seats; MusicXML of ${Math.round(xml.length / 1024)} KB; mean of one run each\n`)
for (const t of bench.tasks) {
  const parse = t.name.includes(`${LONG}`) ? `parse ${LONG} measures` : 'parse'
  line(`${t.name.padEnd(30)} ${mean(t.name).toFixed(2).padStart(8)} ms   ${(mean(t.name) / mean(parse)).toFixed(2).padStart(5)} × parse`)
}
line(`\nmap with alternatives : parse = ${(mean('map with alternatives') / mean('parse')).toFixed(2)} (aim: at most 1)`)
line(
  `${LONG} : ${BARS} measures = ${(mean(`map ${LONG} with alternatives`) / mean('map with alternatives')).toFixed(1)} for ${(LONG / BARS).toFixed(1)} times the length`,
)
const speed = (name: string) => long.xml.length / 1e6 / (mean(name) / 1000)
line(
  `reading ${LONG} measures of MusicXML: ${speed(`parse ${LONG} measures`).toFixed(1)} MB/s; fast-xml-parser alone: ${speed(`the XML library alone ${LONG}`).toFixed(1)} MB/s; ratio ${(speed(`parse ${LONG} measures`) / speed(`the XML library alone ${LONG}`)).toFixed(2)} (aim: at least 0.5)`,
)
const reading = readingTook.reduce((a, b) => a + b, 0) / readingTook.length
line(
  `spots, form, load and evenness of ${BARS} measures, mapped already: ${reading.toFixed(0)} ms, ${(reading / mean('map')).toFixed(2)} × map (aim: under 50 ms)`,
)
line(
  `15 keys, three octaves a seat: ${(mean('search 15 keys') / 1000).toFixed(2)} s, ${(mean('search 15 keys') / mean('map')).toFixed(0)} × map (aim: under 1 s)`,
)
line(`re-solve after a pin: ${mean('re-solve after a pin').toFixed(1)} ms (aim: under 16)`)

const drills = drillsTook.reduce((a, b) => a + b, 0) / drillsTook.length
line(
  `all ${allDrills.length} drills of ${BARS} measures, mapped already: ${drills.toFixed(0)} ms, ${(drills / mean('map')).toFixed(2)} × map (aim: at most 1)`,
)
line(
  `a plan of ${TWENTY.length} days, four seats: ${mean('plan of 20 days').toFixed(1)} ms, ${(mean('plan of 20 days') / mean('map')).toFixed(2)} × map (aim: under 50 ms)`,
)
line(
  `a warm-up of 8 minutes chosen: ${mean('warm-up of 8 minutes').toFixed(1)} ms, ${(mean('warm-up of 8 minutes') / mean('map')).toFixed(2)} × map (above 16 ms: in a worker)`,
)

hearingTable(line)

// What one run of a map with all its alternatives allocates: everything between two counts with no collection between them.
if (globalThis.gc) {
  globalThis.gc()
  const start = process.memoryUsage().heapUsed
  keep = withAlternatives(solveAll())
  const allocated = process.memoryUsage().heapUsed - start
  line(`heap: a map of 4 seats with its alternatives allocates ${(allocated / 1e6).toFixed(1)} MB`)
}
if (keep === undefined) process.exitCode = 1
