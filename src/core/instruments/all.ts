import { bass } from './bass'
import { cello } from './cello'
import type { Instrument } from './instrument'
import { viola } from './viola'
import { violin } from './violin'

/** Every instrument that a seat may play, in score order: what there is. Adding one is a file and a row here. */
export const INSTRUMENTS: readonly [Instrument, ...Instrument[]] = [violin, viola, cello, bass]

/** Who sits in a class that is begun: an instrument that is added to the list comes into nobody's class by itself. */
export const NEW_CLASS: readonly Instrument[] = [violin, viola, cello, bass]

/** "violin, viola, cello and bass": every instrument, in a sentence. */
export const sayInstruments = (): string => {
  const names = INSTRUMENTS.map((i) => i.name.toLowerCase())
  return `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
}
