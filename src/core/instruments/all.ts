import { bass } from './bass'
import { cello } from './cello'
import type { Instrument } from './instrument'
import { viola } from './viola'
import { violin } from './violin'

/** Every instrument that a seat may play, in score order. Adding one is a file and a row here. */
export const INSTRUMENTS: readonly [Instrument, ...Instrument[]] = [violin, viola, cello, bass]

/** "violin, viola, cello and bass": every instrument, in a sentence. */
export const sayInstruments = (): string => {
  const names = INSTRUMENTS.map((i) => i.name.toLowerCase())
  return `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
}
