import { printedNote, sayKey, type NoteNames } from '../../music/noteName'
import { capital } from '../../names'
import { sayMeasure } from '../../piece/address'
import type { ScaleOrChord } from '../../reading/form'
import type { SameSpacing } from '../../reading/sameSpacing'
import type { Telling } from './fingering'
import { fingerOn, sayInterval, saySpacing, stringName } from './hands'

/** "1 on D to 3 on A: same spacing as E to G on D in measure 2, a whole step. It sounds like a fifth." */
export function saySameSpacing(
  { talk, instrument, line }: Telling,
  { stops: [a, b], spacing, pitches, string, at, steps }: SameSpacing,
): string {
  const [low, high] = pitches.map((p) => printedNote(talk.names, p))
  const where = at === null ? ', which the class knows' : ` in ${sayMeasure(line, at)}`
  return capital(
    `${fingerOn(talk, instrument, a)} to ${fingerOn(talk, instrument, b)}: same spacing as ${low} to ${high} on ${stringName(talk, instrument, string)}${where}, ${saySpacing(spacing)}. It sounds like ${sayInterval(steps)}.`,
  )
}

/** "D major scale, up, D to A", "G major arpeggio, down". */
export function sayRun(names: NoteNames, r: ScaleOrChord): string {
  const way = r.up ? 'up' : 'down'
  switch (r.kind) {
    case 'scale':
      return `${sayKey(names, r.key)} scale, ${way}, ${r.ends.map((p) => printedNote(names, p)).join(' to ')}`
    case 'arpeggio':
      return `${printedNote(names, r.root)} ${r.quality} arpeggio, ${way}`
  }
}
