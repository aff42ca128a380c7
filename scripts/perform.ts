import { parseArgs } from 'node:util'
import { partOfSeat, soundingOctave } from '../src/core/part/part'
import { atTempo, performanceOf } from '../src/core/performance/performance'
import { ensembleMapper, mapsOf } from '../src/core/balance/ensemble'
import { emptyPlan } from '../src/core/plan/plan'
import { classOf, piecesIn } from './pieces'

const USAGE = `perform: every note as it is played, repeats told out, in seconds; a seat a line of JSON.
  npm run --silent perform -- FILE… [--class CLASS.json] [--seat SEAT]… [--tempo N]   (N: quarters a minute, 20 to 400)`

/** Ends with a message for the one who typed the command. */
function stop(text: string): never {
  process.stderr.write(`perform: ${text}\n${USAGE}\n`)
  process.exit(2)
}

/** Times to a hundredth of a millisecond: finer is not heard and not the same on every machine. */
const round = (seconds: number): number => Math.round(seconds * 1e5) / 1e5

function asked() {
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: {
        class: { type: 'string' },
        seat: { type: 'string', multiple: true },
        tempo: { type: 'string' },
        help: { type: 'boolean', default: false },
      },
    })
    if (values.help) {
      process.stdout.write(`${USAGE}\n`)
      process.exit(0)
    }
    if (positionals.length === 0) stop('name at least one file')
    const klass = classOf(values.class, stop)
    const ids = klass.seats.map((s) => s.id)
    const unknown = values.seat?.find((s) => !ids.includes(s))
    if (unknown) stop(`--seat ${unknown} is none of ${ids.join(', ')}`)
    const tempo = values.tempo === undefined ? null : Number(values.tempo)
    if (tempo !== null && !(tempo >= 20 && tempo <= 400)) stop(`--tempo ${values.tempo} is no number of quarters a minute from 20 to 400`)
    return { files: positionals, klass, seats: values.seat ?? ids, tempo }
  } catch (e) {
    return stop((e as Error).message)
  }
}

const { files, klass, seats, tempo } = asked()
for (const file of files) {
  const { found, all } = piecesIn(file, (text) => process.stderr.write(`${text}\n`))
  if (!all) process.exitCode = 2
  for (const { where, piece: written } of found) {
    const piece = tempo === null ? written : atTempo(written, tempo)
    for (const map of mapsOf(ensembleMapper()(piece, emptyPlan(), klass))) {
      if (!seats.includes(map.seat.id)) continue
      const part = partOfSeat(piece, map, false)
      const { notes } = performanceOf(piece, { line: part.line, octave: soundingOctave(part) })
      const said = notes.map(({ at, lasts, midi, measure, beat, pass, event }) => ({
        at: round(at),
        lasts: round(lasts),
        midi,
        measure,
        beat,
        pass,
        event,
      }))
      process.stdout.write(`${JSON.stringify({ file: where, seat: map.seat.id, notes: said })}\n`)
    }
  }
}
