import type { Pin } from '../fingering/pins'
import { feltBeatTicks, measureTicks, valuesFor, type Meter, type Value } from '../music/time'
import type { Measure, NoteMark, PieceEvent, Slur } from '../piece/piece'
import type { Touch, DrillVoice } from './drill'

/** One cell of a drill: a name for what is played (`z`: a rest) and how many beats of the measure's pulse it lasts. */
export type Cell = {
  readonly what: string
  readonly beats: number
  readonly slur?: 'start' | 'stop'
  /** Whatever is left of the measure stays silent before it. */
  readonly bar?: true
}

const WORD = /^(\()?([a-z]\w*'?|z)(?::([\d.]+))?(\))?$/i

/**
 * Cells from words: "a b:2 z:.5 (a b) | a": a name is a beat long unless it says otherwise, parentheses slur, a bar leaves
 * the rest of the measure silent. The patterns of the drills are written so.
 */
export function cellsOf(pattern: string): Cell[] {
  const cells: Cell[] = []
  let bar = false
  for (const word of pattern.trim().split(/\s+/)) {
    if (word === '|') {
      bar = true
      continue
    }
    const m = WORD.exec(word)
    if (!m) throw new Error(`not a word of a drill's pattern: ${word}`)
    cells.push({
      what: m[2],
      beats: m[3] ? Number(m[3]) : 1,
      ...(m[1] ? { slur: 'start' as const } : m[4] ? { slur: 'stop' as const } : {}),
      ...(bar ? { bar: true as const } : {}),
    })
    bar = false
  }
  return cells
}

/** Beats of the pulse in a measure: four in 4/4, two in 6/8. */
export const beatsIn = (meter: Meter): number => measureTicks(meter) / feltBeatTicks(meter)

/** Marks and words that stand at the first note of a drill. */
type Said = { readonly words?: string; readonly marks?: readonly NoteMark[] }

/**
 * A voice from cells: laid into measures of the meter one after the other. A cell longer than a beat is cut to what is left
 * of its measure; one that does not fit there begins the next. Null when something of it is not played.
 * `all`: marks at every note; `first`: words over the first.
 */
export function voiceOf(
  cells: readonly Cell[],
  meter: Meter,
  touchAt: (what: string) => Touch | null,
  { words, marks }: Said = {},
): DrillVoice | null {
  const touches = new Map<string, Touch>()
  const fresh = new Set<string>()
  for (const { what } of cells) {
    if (what === 'z' || touches.has(what)) continue
    const touch = touchAt(what)
    if (!touch) return null
    touches.set(what, touch)
    for (const f of touch.fresh) fresh.add(f)
  }
  // Most voices are only asked whether they hold anything new: they are laid out when somebody looks at them.
  let made: Laid | undefined
  const laid = () => (made ??= layOut(cells, meter, touches, { words, marks }))
  return {
    fresh,
    get length() {
      return made ? made.measures.length : lengthOf(cells, meter)
    },
    get measures() {
      return laid().measures
    },
    get slurs() {
      return laid().slurs
    },
    get pins() {
      return laid().pins
    },
    get touches() {
      return laid().touches
    },
  }
}

type Laid = Omit<DrillVoice, 'fresh' | 'length'>

/** How long a cell is in ticks where so many are left of the measure: what is long is cut to a beat or more that is left, so that a pair of half notes fills a measure of three. */
function ticksIn(cell: Cell, left: number, beat: number, whole: number): number {
  const wanted = Math.min(Math.round(cell.beats * beat), whole)
  return wanted > left && wanted > beat && left >= beat ? left : wanted
}

/** How many measures cells fill, without laying them out. */
function lengthOf(cells: readonly Cell[], meter: Meter): number {
  const [beat, whole] = [feltBeatTicks(meter), measureTicks(meter)]
  let [measures, filled] = [0, 0]
  const close = () => {
    if (filled > 0) measures++
    filled = 0
  }
  for (const cell of cells) {
    if (cell.bar) close()
    const ticks = ticksIn(cell, whole - filled, beat, whole)
    if (ticks > whole - filled) close()
    filled += ticks
    if (filled >= whole) close()
  }
  close()
  return measures
}

function layOut(cells: readonly Cell[], meter: Meter, touches: ReadonlyMap<string, Touch>, { words, marks }: Said): Laid {
  const beat = feltBeatTicks(meter)
  const whole = measureTicks(meter)
  const made = new Maker(whole, marks)
  let opened: string | null = null
  for (const cell of cells) {
    if (cell.bar) made.close()
    const left = whole - made.filled
    const ticks = ticksIn(cell, left, beat, whole)
    if (ticks > left) made.close()
    if (cell.what === 'z') {
      made.rest(ticks, made.count === 0 ? words : undefined)
      continue
    }
    const id = made.note(touches.get(cell.what)!, ticks, made.count === 0 ? words : undefined)
    if (cell.slur === 'start') opened = id
    if (cell.slur === 'stop' && opened) made.slurs.push({ from: opened, to: id })
  }
  return made.done()
}

/** Ticks as written values, the longest first; made once for each length. */
const written = new Map<number, readonly Value[]>()
function valuesOf(ticks: number): readonly Value[] {
  let values = written.get(ticks)
  if (!values) written.set(ticks, (values = valuesFor(ticks) ?? [{ base: 'quarter', dots: 0 }]))
  return values
}

/** Puts events into measures. Ids are plain here; a drill makes them its own. */
class Maker {
  readonly slurs: Slur[] = []
  readonly pins: Record<string, Pin> = {}
  readonly touches = new Map<string, Touch>()
  readonly measures: Measure[] = []
  count = 0
  filled = 0
  private events: PieceEvent[] = []

  constructor(
    private readonly whole: number,
    private readonly marks?: readonly NoteMark[],
  ) {}

  /** Ends the measure: what is left of it is rest. */
  close(): void {
    if (this.filled === 0) return
    if (this.filled < this.whole) this.rest(this.whole - this.filled)
    if (this.filled === this.whole) this.end()
  }

  private end(): void {
    this.measures.push({ number: `${this.measures.length + 1}`, events: this.events })
    this.events = []
    this.filled = 0
  }

  private took(ticks: number): void {
    this.filled += ticks
    if (this.filled >= this.whole) this.end()
  }

  rest(ticks: number, words?: string): void {
    const whole = this.filled === 0 && ticks === this.whole
    const said = words ? { words } : {}
    const push = (value: Value, wholeMeasure: boolean, first: boolean) =>
      this.events.push({ kind: 'rest', id: `n${this.count++}`, value, ...(wholeMeasure ? { wholeMeasure } : {}), ...(first ? said : {}) })
    if (whole) push({ base: 'whole', dots: 0 }, true, true)
    else valuesOf(ticks).forEach((value, i) => push(value, false, i === 0))
    this.took(ticks)
  }

  note(touch: Touch, ticks: number, words?: string): string {
    const values = valuesOf(ticks)
    let first = ''
    values.forEach((value, i) => {
      const id = `n${this.count++}`
      if (i === 0) first = id
      const tie = i < values.length - 1 ? { tie: true } : {}
      this.events.push({
        kind: 'note',
        id,
        value,
        heads: touch.pitches.map((pitch) => ({ pitch, ...tie })),
        ...(words && i === 0 ? { words } : {}),
        ...(this.marks?.length && i === 0 ? { marks: [...this.marks] } : {}),
      })
      if (touch.pin) this.pins[id] = touch.pin
      this.touches.set(id, touch)
    })
    this.took(ticks)
    return first
  }

  done(): Laid {
    this.close()
    const { measures, slurs, pins, touches } = this
    return { measures, slurs, pins, touches }
  }
}
