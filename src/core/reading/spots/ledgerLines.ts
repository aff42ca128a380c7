import { CLEFS, ledgerLines as linesOf } from '../../music/clef'
import { printedPitch } from '../../music/pitch'
import type { Detector } from './spot'

/** Off the staff by more lines than one counts at sight. */
export const ledgerLines: Detector = {
  kind: 'ledger-lines',
  name: 'Ledger lines',
  mark: 'ledger',
  concern: 'eye',
  load: 2,
  again: 0.55,
  find: (r) =>
    r.notes.flatMap((note) => {
      const clef = CLEFS[r.instrument.clef]
      const head = note.heads.reduce((a, b) => (linesOf(b.pitch, clef) > linesOf(a.pitch, clef) ? b : a))
      const lines = linesOf(head.pitch, clef)
      if (lines === 0) return []
      return [
        {
          note,
          hard: [0, 0.2, 0.42, 0.55][Math.min(lines, 3)],
          text: `${printedPitch(head.pitch)} needs ${lines === 1 ? 'a ledger line' : `${lines} ledger lines`}.`,
          advice: 'Count up or down from a note that everyone knows; name it before the line is played.',
          about: printedPitch(head.pitch),
        },
      ]
    }),
}
