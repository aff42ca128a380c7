import { alterIn } from '../../music/key'
import { letterName, spokenLetter, type Pitch } from '../../music/pitch'
import type { SignName } from '../../instruments/reads'
import { stringName } from '../words'
import { sayFinger } from '../../fingering/explain'
import type { Detector, Found } from './spot'

const signOf = (p: Pitch): SignName => (p.alter > 0 ? 'sharp' : p.alter < 0 ? 'flat' : 'natural')

/** A note that a sign of its own alters against the signature. */
export const firstSign = {
  kind: 'first-sign',
  name: 'A sign that is not in the key',
  mark: 'sign',
  concern: 'eye',
  load: 2,
  again: 0.4,
  matters: [1.2, 1, 0.8],
  find: (r) => {
    const { signs } = r.map.solution.setup.learned
    const found: Found[] = []
    for (const note of r.notes)
      note.heads.forEach(({ pitch, from }, i) => {
        if (from !== 'sign' || pitch.alter === alterIn(note.placed.at.key, pitch.letter)) return
        const sign = signOf(pitch)
        const known = signs.includes(sign)
        const stop = note.hold?.stops[i]
        const finger = stop
          ? `, ${stop.finger === 0 ? `open ${stringName(r.instrument, stop.string)}` : `${sayFinger(r.instrument, stop)} on ${stringName(r.instrument, stop.string)}`}`
          : ''
        found.push({
          note,
          hard: known ? 0.5 : 0.8,
          text: `${known ? '' : `New for this class: a ${sign} before a note. `}${spokenLetter(pitch, true)}${finger}: not in the key; the sign holds to the barline.`,
          advice: `Find ${letterName(pitch)} by itself first, against the ${pitch.letter} of the key.`,
          about: `${pitch.letter}${pitch.alter}`,
        })
      })
    return found
  },
} as const satisfies Detector
