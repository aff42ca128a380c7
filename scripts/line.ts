import { parseArgs } from 'node:util'
import { EVEN, LINE_LENGTHS, writeLine } from '../src/core/composing/ordered'
import { TRAINS } from '../src/core/composing/trains'
import { keyNamed } from '../src/core/music/key'
import { STEP_IDS } from '../src/core/instruments/instrument'
import { atStep } from '../src/core/plan/class'
import { writeAbc } from '../src/formats/abc/write'
import { classOf } from './pieces'

const USAGE = `line: a line of reading for a class in unison, out of what it has learned, as abc. The same seed, the same line.
  npm run --silent line -- --key D --measures ${LINE_LENGTHS.join('|')} --level ${STEP_IDS.join('|')} --seed N [--train '${TRAINS.join("'|'")}'] [--class CLASS.json]`

/** Ends with a plain line for the one who typed the command. */
function stop(text: string): never {
  process.stderr.write(`line: ${text}\n`)
  process.exit(2)
}

function asked() {
  try {
    const { values } = parseArgs({
      options: {
        key: { type: 'string', default: 'D' },
        measures: { type: 'string', default: '8' },
        level: { type: 'string' },
        seed: { type: 'string', default: '1' },
        train: { type: 'string', default: 'plain' },
        class: { type: 'string' },
        help: { type: 'boolean', default: false },
      },
    })
    if (values.help) {
      process.stdout.write(`${USAGE}\n`)
      process.exit(0)
    }
    const key = keyNamed(values.key) ?? stop(`--key ${values.key} is no key: a letter, # or b, m for minor (D, Bb, F#m)`)
    const measures =
      LINE_LENGTHS.find((n) => `${n}` === values.measures) ?? stop(`--measures ${values.measures} is none of ${LINE_LENGTHS.join(', ')}`)
    const train = TRAINS.find((t) => t === values.train) ?? stop(`--train ${values.train} is none of ${TRAINS.join(', ')}`)
    const level = STEP_IDS.find((s) => s === values.level)
    if (values.level !== undefined && !level) stop(`--level ${values.level} is none of ${STEP_IDS.join(', ')}`)
    if (!/^\d{1,9}$/.test(values.seed)) stop(`--seed ${values.seed} is no whole number from 0 to 999999999`)
    const own = classOf(values.class, stop)
    return {
      klass: level ? atStep(own, level) : own,
      order: { key, meter: { beats: 4, unit: 4 as const }, measures, train, seed: Number(values.seed) },
    }
  } catch (e) {
    return stop((e as Error).message)
  }
}

const { klass, order } = asked()
const made = writeLine(klass, order)
if (!made) {
  process.stderr.write('line: the seats of this class have too few notes of that key in common; choose another key or level\n')
  process.exit(1)
}
process.stdout.write(writeAbc(made.piece))
if (!made.sound)
  process.stderr.write(
    `line: note: no line was found that trains “${order.train}”, can be sung and stays in first position, out of what this class has learned; this is the nearest\n`,
  )
else if (!made.holds)
  process.stderr.write(
    `line: note: the most even line that was found is ${Math.round(100 * made.evenness.figure)} % even, not ${100 * EVEN} %\n`,
  )
process.exit(made.sound ? 0 : 1)
