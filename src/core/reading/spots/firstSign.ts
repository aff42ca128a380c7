import { alterIn } from '../../music/key'
import type { Pitch } from '../../music/pitch'
import type { SignName } from '../../instruments/reads'
import { ofLine, type Reading } from '../reading'
import type { Detector, Found } from './spot'

const signOf = (p: Pitch): SignName => (p.alter > 0 ? 'sharp' : p.alter < 0 ? 'flat' : 'natural')

/** Every head with a sign of its own that alters it against the signature: the place of its note in the line, which head of it, which sign. */
export const signsOf = ofLine((r: Reading) =>
  r.notes.flatMap((note) =>
    note.heads.flatMap(({ pitch, from }, head) =>
      from === 'sign' && pitch.alter !== alterIn(note.placed.at.key, pitch.letter) ? [{ at: note.index, head, sign: signOf(pitch) }] : [],
    ),
  ),
)

/** A note that a sign of its own alters against the signature. */
export const firstSign = {
  kind: 'first-sign',
  concern: 'eye',
  load: 2,
  again: 0.4,
  matters: [1.2, 1, 0.8],
  find: (r) => {
    const { signs } = r.map.setup.learned
    const found: Found<'first-sign'>[] = []
    for (const { at, head, sign } of signsOf(r)) {
      const note = r.notes[at]
      const { pitch } = note.heads[head]
      const known = signs.includes(sign)
      const stop = note.hold?.stops[head]
      found.push({
        note,
        hard: known ? 0.5 : 0.8,
        about: `${pitch.letter}${pitch.alter}`,
        facts: { letter: pitch.letter, pitch, sign, known, stop: stop ?? null },
      })
    }
    return found
  },
} as const satisfies Detector<'first-sign'>
