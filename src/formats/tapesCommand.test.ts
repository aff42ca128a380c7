import { describe, expect, it } from 'vitest'
import * as z from 'zod/mini'
import { runCommand } from './testing/commandLine'

/** What the command prints, as others may read it. */
const printed = z.strictObject({
  instrument: z.string(),
  length: z.number(),
  places: z.array(
    z.strictObject({
      string: z.string(),
      k: z.int(),
      mm: z.number(),
      inches: z.number(),
      note: z.string(),
      finger: z.string(),
      position: z.string(),
    }),
  ),
  halfway: z.strictObject({ mm: z.number(), cents: z.number() }),
})
const tapes = (...args: string[]) => {
  const done = runCommand('tapes', ...args)
  return { ...done, said: done.status === 0 ? printed.parse(JSON.parse(done.text)) : null }
}

describe('tapes, the command line', () => {
  it('prints the places of an instrument by size or by measured length', () => {
    const { said } = tapes('--instrument', 'violin', '--size', '3/4')
    expect(said).toMatchObject({ instrument: 'violin', length: 308 })
    expect(said!.places).toHaveLength(16)
    expect(said!.places.filter((p) => p.string === 'A').map((p) => p.mm)).toEqual([33.6, 63.5, 77.3, 102.4])
    expect(
      tapes('--instrument', 'cello', '--length', '655.5', '--frames', 'closed,extended forward', '--positions', 'I, IV').said,
    ).toMatchObject({
      length: 655.5,
    })
  })
  it.each([
    [['--size', '4/4'], 'name an --instrument: violin, viola, cello, bass'],
    [['--instrument', 'harp', '--size', '4/4'], '--instrument harp is none of violin, viola, cello, bass'],
    [['--instrument', 'violin'], 'say either --size or --length'],
    [['--instrument', 'violin', '--size', '4/4', '--length', '300'], 'say either --size or --length'],
    [
      ['--instrument', 'viola', '--size', '1/8'],
      '--size 1/8 is none of 4/4, 43 cm, 42 cm, 40 cm, 38 cm, 36 cm, 33 cm, 30 cm; or give the measured --length',
    ],
    [['--instrument', 'violin', '--length', '20'], '--length 20 cannot be: nut to bridge is 150 to 1200 mm'],
    [['--instrument', 'violin', '--length', 'long'], '--length long cannot be: nut to bridge is 150 to 1200 mm'],
    [['--instrument', 'bass', '--size', '3/4', '--frames', 'touch 2-3'], '--frames touch 2-3 is none of 1-2-4, 1-2-3-4'],
    [['--instrument', 'violin', '--size', '4/4', '--positions', 'IX'], '--positions IX is none of half, I, II, III, IV, V, VI, VII'],
  ])('%j: a plain line, exit 2', (args, says) => {
    const { status, text, errors } = tapes(...args)
    expect({ status, text, errors }).toEqual({ status: 2, text: '', errors: `tapes: ${says}\n` })
  })
})
