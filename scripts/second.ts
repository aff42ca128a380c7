import { parseArgs } from 'node:util'
import { chordName } from '../src/core/composing/chord'
import { spansOf } from '../src/core/composing/harmonise'
import { SECOND_KINDS, secondLines, type Second } from '../src/core/composing/second'
import { STEP_IDS } from '../src/core/instruments/instrument'
import { pitchName } from '../src/core/music/pitch'
import { beatOf, QUARTER } from '../src/core/music/time'
import type { Piece } from '../src/core/piece/piece'
import { placeMeasures } from '../src/core/piece/walk'
import { atStep, DEFAULT_CLASS, settingsFor } from '../src/core/plan/class'
import { emptyPlan } from '../src/core/plan/plan'
import { seatsOf } from '../src/core/seats/seat'
import { measureNumber } from '../src/formats/report'
import { classOf, piecesIn } from './pieces'

const SEATS = DEFAULT_CLASS.seats.map((s) => s.id)
const USAGE = `second: a second line that fits the first line of a piece, with the chords of the tune, as JSON.
  npm run --silent second -- FILE --kind ${SECOND_KINDS.join('|')} [--seat ${SEATS.join('|')}] [--level ${STEP_IDS.join('|')}] [--class CLASS.json]
  Without --seat it is made for the seat that has least to do with it.`

/** Ends with a plain line for the one who typed the command. */
function stop(text: string): never {
  process.stderr.write(`second: ${text}\n`)
  process.exit(2)
}

function asked() {
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: {
        kind: { type: 'string' },
        seat: { type: 'string' },
        level: { type: 'string' },
        class: { type: 'string' },
        help: { type: 'boolean', default: false },
      },
    })
    if (values.help) {
      process.stdout.write(`${USAGE}\n`)
      process.exit(0)
    }
    const [file, ...more] = positionals
    if (!file || more.length > 0) stop('name one file')
    const kind = SECOND_KINDS.find((k) => k === values.kind)
    if (!kind)
      return stop(
        values.kind === undefined
          ? `say a --kind: ${SECOND_KINDS.join(', ')}`
          : `--kind ${values.kind} is none of ${SECOND_KINDS.join(', ')}`,
      )
    const level = STEP_IDS.find((s) => s === values.level)
    if (values.level !== undefined && !level) stop(`--level ${values.level} is none of ${STEP_IDS.join(', ')}`)
    const own = classOf(values.class, stop)
    const klass = level ? atStep(own, level) : own
    const all = seatsOf(klass)
    const seats = values.seat === undefined ? all : all.filter((s) => s.id === values.seat)
    if (seats.length === 0) stop(`--seat ${values.seat} is none of ${all.map((s) => s.id).join(', ')}`)
    return { file, kind, klass, seats }
  } catch (e) {
    return stop((e as Error).message)
  }
}

/** What is printed of a line: pitches as its seat reads them, durations in quarters, beats by the time signature. */
function printed(file: string, piece: Piece, { map, beats, line }: Second) {
  const measures = placeMeasures(piece, piece.lines[0])
  const at = (tick: number) => {
    const m = measures.findLast((x) => x.start <= tick)!
    return { measure: measureNumber(m.measure.number), beat: beatOf(tick - m.start + m.lead, m.meter) }
  }
  return {
    file,
    chords: spansOf(beats).map((s) => ({ ...at(s.from), chord: chordName(s.chord) })),
    line: map.notes
      .filter((n) => !n.held)
      .map((n) => {
        const { onset } = n.placed
        const events = line.measures.flatMap((m) => m.events)
        let ticks = n.placed.ticks
        // What is tied on is one note.
        for (let i = events.findIndex((e) => e.id === n.placed.event.id); ; i++) {
          const [here, next] = [events[i], events[i + 1]]
          if (here.kind !== 'note' || !here.heads.some((h) => h.tie) || next?.kind !== 'note') break
          ticks += map.byEvent.get(next.id)?.[0]?.placed.ticks ?? 0
        }
        return { ...at(onset), pitch: pitchName(n.pitch), duration: Math.round((ticks / QUARTER) * 1000) / 1000 }
      }),
  }
}

const { file, kind, klass, seats } = asked()
const { found, all } = piecesIn(file, (text) => process.stderr.write(`${text}\n`))
let made = all && found.length > 0
for (const { where, piece } of found) {
  const whom = seats.map((seat) => ({ seat, ...settingsFor(klass, emptyPlan(), seat) }))
  const [best] = secondLines(piece, piece.lines[0], kind, whom)
  if (best) process.stdout.write(`${JSON.stringify(printed(where, piece, best))}\n`)
  else {
    process.stderr.write(
      `${where}: no line of that kind: this tune bears none, or it is not learned by ${seats.map((s) => s.name.toLowerCase()).join(', ')}\n`,
    )
    made = false
  }
}
process.exit(made ? 0 : 1)
