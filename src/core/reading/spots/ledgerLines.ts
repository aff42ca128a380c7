import { FIRST } from '../../instruments/instrument'
import { CLEFS, ledgerLinesAt as linesOf } from '../../music/clef'
import { atNotes, type Detector } from './spot'

/** Off the staff by more lines than one counts at sight. */
export const ledgerLines = {
  kind: 'ledger-lines',
  concern: 'eye',
  load: 2,
  again: 0.55,
  matters: [1.4, 1, 0.6],
  find: (r) => {
    const clef = CLEFS[r.instrument.clef]
    return atNotes(r, (note) => {
      let [lines, pitch] = [0, note.heads[0].pitch]
      for (const h of note.heads) {
        const n = linesOf(h.pitch, clef)
        if (n > lines) [lines, pitch] = [n, h.pitch]
      }
      if (lines === 0) return null
      const { hold } = note
      // What lies on the top string in first position is read every day, however many lines it hangs on.
      const daily = hold?.stops.length === 1 && hold.low === r.instrument.strings.length - 1 && hold.position === FIRST
      return {
        note,
        hard: [0, 0.2, 0.42, 0.55][Math.min(lines, 3)] * (daily ? 0.65 : 1),
        facts: { pitch, lines },
        about: `${lines}`,
      }
    })
  },
} as const satisfies Detector<'ledger-lines'>
