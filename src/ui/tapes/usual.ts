import type { StripAsk } from '@/api/tapes'
import { instrumentNamed } from '@/core/seats/seat'
import { usualFrames, usualPositions } from '@/core/tapes/tapes'

/** The strip of an instrument at its first size, with what is usually marked on it. `id`: the instrument's. */
export const usual = (name: string, id: string): StripAsk => {
  const instrument = instrumentNamed(id)
  return {
    name,
    instrument: instrument.id,
    length: instrument.sizes[0].length,
    frames: usualFrames(instrument),
    positions: usualPositions(instrument),
  }
}
