import { parseArgs } from 'node:util'
import { INSTRUMENTS } from '../src/core/instruments/all'
import { positionKey } from '../src/core/instruments/instrument'
import { tapedFrames } from '../src/core/tapes/frames'
import { halfwayRule, lengthOf, LENGTHS, tapesFor, usualFrames, usualPositions } from '../src/core/tapes/tapes'

const USAGE = `tapes: where tapes go on a fingerboard, in millimetres and inches from the nut, as JSON.
  npm run --silent tapes -- --instrument ${INSTRUMENTS.map((i) => i.id).join('|')} (--size 3/4|--length MM) [--frames NAME,…] [--positions NAME,…]`

/** Ends with a plain line for the one who typed the command. */
function stop(text: string): never {
  process.stderr.write(`tapes: ${text}\n`)
  process.exit(2)
}

/** Names out of a list, all of which must be known. */
function named(option: string, given: string | undefined, usual: readonly string[], known: readonly string[]): readonly string[] {
  if (given === undefined) return usual
  const names = given.split(',').map((n) => n.trim())
  const unknown = names.find((n) => !known.includes(n))
  if (unknown !== undefined) stop(`--${option} ${unknown} is none of ${known.join(', ')}`)
  return names
}

function asked() {
  try {
    const { values } = parseArgs({
      options: {
        instrument: { type: 'string' },
        size: { type: 'string' },
        length: { type: 'string' },
        frames: { type: 'string' },
        positions: { type: 'string' },
        help: { type: 'boolean', default: false },
      },
    })
    if (values.help) {
      process.stdout.write(`${USAGE}\n`)
      process.exit(0)
    }
    const ids = INSTRUMENTS.map((i) => i.id).join(', ')
    const instrument = INSTRUMENTS.find((i) => i.id === values.instrument)
    if (!instrument)
      return stop(values.instrument === undefined ? `name an --instrument: ${ids}` : `--instrument ${values.instrument} is none of ${ids}`)
    if ((values.size === undefined) === (values.length === undefined)) stop('say either --size or --length')
    const sizes = instrument.sizes.map((s) => s.name).join(', ')
    const length = values.length !== undefined ? Number(values.length) : lengthOf(instrument, values.size!)
    if (length === null) return stop(`--size ${values.size} is none of ${sizes}; or give the measured --length`)
    if (!(length >= LENGTHS.least && length <= LENGTHS.most))
      stop(`--length ${values.length} cannot be: nut to bridge is ${LENGTHS.least} to ${LENGTHS.most} mm`)
    const frames = named(
      'frames',
      values.frames,
      usualFrames(instrument),
      tapedFrames(instrument).map((f) => f.name),
    )
    const positions = named('positions', values.positions, usualPositions(instrument), instrument.positions.map(positionKey))
    return { instrument, length, frames, positions }
  } catch (e) {
    return stop((e as Error).message)
  }
}

const ask = asked()
process.stdout.write(
  `${JSON.stringify({ instrument: ask.instrument.id, length: ask.length, places: tapesFor(ask), halfway: halfwayRule(ask.length) })}\n`,
)
