import { XMLParser } from 'fast-xml-parser'
import { alternativesAt } from '../src/core/fingering/alternatives'
import { ensembleMapper, mapsOf } from '../src/core/balance/ensemble'
import { inKey } from '../src/core/balance/inKey'
import { search, WHOLE_SPACE } from '../src/core/balance/search'
import { DEFAULT_CLASS } from '../src/core/plan/class'
import { emptyPlan, withPin } from '../src/core/plan/plan'
import { readMusicXml } from '../src/formats/musicxml/read'
import { tuneXml } from './bench-tune'

/*
 * From a file to four parts, honestly: the file is read anew each time, the octaves are chosen inside the clock, and all of
 * it is measured against what a plain XML parser needs to take the same file apart, in one run.
 */

const BARS = 64
const xml = tuneXml(BARS)
const plan = emptyPlan()
const read = () => {
  const r = readMusicXml(xml)
  if (!r.ok) throw new Error(JSON.stringify(r.problems))
  return r.piece
}
const mapped = read()
const mapper = ensembleMapper()
const middle = mapper(mapped, plan, DEFAULT_CLASS).violin.notes[200].placed.event.id

let keep: unknown
let flip = false
const octaves = { violin: 0, viola: 0, cello: -1, bass: -2 }
/** The tune as a line that nothing has been made of yet. */
const fresh = () => ({ ...mapped, lines: [{ ...mapped.lines[0] }] })
const TASKS = {
  XML: () => new XMLParser({ preserveOrder: true, ignoreAttributes: false }).parse(xml) as unknown,
  read,
  'file to four parts': () => ensembleMapper()(read(), plan, DEFAULT_CLASS),
  map: () => ensembleMapper()(fresh(), { ...plan, octaves }, DEFAULT_CLASS),
  'map with every price': () =>
    mapsOf(ensembleMapper()(fresh(), { ...plan, octaves }, DEFAULT_CLASS)).map((m) =>
      m.solution.columns.map((_, i) => alternativesAt(m.solution, i)),
    ),
  pin: () => {
    flip = !flip
    return mapper(mapped, flip ? withPin(plan, 'violin', middle, { strings: [1] }) : plan, DEFAULT_CLASS)
  },
  '15 keys, octaves and maps': () => {
    const piece = fresh()
    return WHOLE_SPACE.signatures.map((fifths) => {
      const there = inKey(piece, plan, fifths)
      return there && ensembleMapper()(there.piece, there.plan, DEFAULT_CLASS)
    })
  },
  '15 keys, ranked': () => [...search(fresh(), plan, DEFAULT_CLASS, { ...WHOLE_SPACE, octaves: [0] })],
} satisfies Record<string, () => unknown>
type Task = keyof typeof TASKS
const names = Object.keys(TASKS) as Task[]

// By turns, so that a machine that is slow for a while is slow for all of them.
const [WARM, ROUNDS] = [12, 60]
/** Every which round a task is in: what takes a second is done less often. */
const every = (name: Task): number => (name.startsWith('15') ? 8 : 1)
const took = new Map<Task, number[]>(names.map((n) => [n, []]))
for (let round = 0; round < WARM + ROUNDS; round++)
  for (const name of names) {
    if (round % every(name)) continue
    // Both ways of the pin are one run.
    const times = name === 'pin' ? 2 : 1
    const from = performance.now()
    for (let i = 0; i < times; i++) keep = TASKS[name]()
    if (round >= WARM) took.get(name)!.push((performance.now() - from) / times)
  }
const middleOf = (name: Task): number => {
  const all = took.get(name)!.toSorted((a, b) => a - b)
  return all[all.length >> 1]
}
const line = (text: string) => process.stdout.write(`${text}\n`)
line(
  `${BARS} measures, MusicXML of ${Math.round(xml.length / 1024)} KB; the XML parser alone: ${middleOf('XML').toFixed(1)} ms; middle of each`,
)
for (const name of names)
  line(`${name.padEnd(24)} ${middleOf(name).toFixed(2).padStart(8)} ms  ${(middleOf(name) / middleOf('XML')).toFixed(2).padStart(6)} × XML`)
line(`file to four parts: ${(middleOf('file to four parts') / middleOf('XML')).toFixed(2)} × XML (aim: at most 3)`)
line(`map with every price: ${(middleOf('map with every price') / middleOf('XML')).toFixed(2)} × XML (aim: at most 1)`)
line(`pin: ${(middleOf('pin') / middleOf('XML')).toFixed(3)} × XML (aim: at most 0.05)`)
line(
  `15 keys with their octaves: ${(middleOf('15 keys, octaves and maps') / middleOf('map')).toFixed(1)} × map (aim: at most 12); ranked by load and evenness too ${(middleOf('15 keys, ranked') / middleOf('map')).toFixed(0)}`,
)
if (keep === null) line('')
