import { Bench } from 'tinybench'
import { alternativesAt } from '../src/core/fingering/alternatives'
import { mapSeat, reasonFor } from '../src/core/fingering/map'
import { SEATS } from '../src/core/hands/instruments'
import { withPin, emptyPlan } from '../src/core/seats/plan'
import { ensembleMapper, octavesFor } from '../src/core/seats/ensemble'
import { readMusicXml } from '../src/formats/musicxml/read'
import { tuneXml } from './bench-tune'

/** Measures of the tune, eight eighths or four quarters each, in D major with slurs. */
const BARS = 64

const xml = tuneXml(BARS)
const reading = readMusicXml(xml)
if (!reading.ok) throw new Error(JSON.stringify(reading.problems))
const { piece } = reading
const plan = emptyPlan()
const octaves = octavesFor(piece, plan)
// A new line each time: nothing that an earlier run made may be used again.
const solveAll = () => {
  const line = { ...piece.lines[0] }
  return SEATS.map((seat) => mapSeat(piece, line, seat, { octave: octaves[seat], policy: plan.policy }))
}

const bench = new Bench({ time: 2000, warmupTime: 500 })
let keep: unknown
bench
  .add('parse', () => {
    keep = readMusicXml(xml)
  })
  .add('map', () => {
    keep = solveAll()
  })
  .add('map with alternatives', () => {
    keep = solveAll().map((m) => m.solution.columns.map((_, i) => alternativesAt(m.solution, i)))
  })
  .add('map with every reason', () => {
    keep = solveAll().map((m) => m.notes.map((n) => reasonFor(m, n)))
  })
const mapper = ensembleMapper()
mapper(piece, plan)
const middle = mapper(piece, plan).violin.notes[200].placed.event.id
let flip = false
bench.add('re-solve after a pin', () => {
  flip = !flip
  keep = mapper(piece, flip ? withPin(plan, 'violin', middle, { strings: [1] }) : plan)
})
await bench.run()

const mean = (name: string): number => {
  const { result } = bench.getTask(name)!
  if (result?.state !== 'completed') throw new Error(`${name} did not finish`)
  return result.latency.mean
}
const notes = piece.lines[0].measures.reduce((n, m) => n + m.events.length, 0)
process.stdout.write(`${BARS} measures, ${notes} notes, 4 seats; MusicXML of ${Math.round(xml.length / 1024)} KB; mean of one run each\n\n`)
for (const t of bench.tasks)
  process.stdout.write(
    `${t.name.padEnd(24)} ${mean(t.name).toFixed(2).padStart(8)} ms   ${(mean(t.name) / mean('parse')).toFixed(2).padStart(5)} × parse\n`,
  )
process.stdout.write(`\nmap : parse = ${(mean('map') / mean('parse')).toFixed(2)} (aim: at most 1)\n`)
if (keep === undefined) process.exitCode = 1
