import { trainerWords } from '../../words/trainer'
import type { Hold } from '../../hands/hold'
import { FIRST } from '../../instruments/instrument'
import { numeral } from '../../reading/numeral'
import { stringName } from '../../words/en/hands'
import { answerChoice, fingerSaid, letterSaid, noteNamed, positionSaid, waySaid, type AskedKind } from '../kind'
import type { Option } from '../question'
import { isOpened, type SeatNote } from '../notes'

/** A note of first position with another position of the same string in which another finger plays it. */
const movesOf = (note: SeatNote): { readonly from: Hold; readonly to: Hold }[] => {
  const at = note.ways.filter((h) => !h.open && !isOpened(h))
  return at.flatMap((from) =>
    from.position !== FIRST
      ? []
      : at
          .filter((to) => to.position > FIRST && to.stops[0].string === from.stops[0].string && to.stops[0].finger !== from.stops[0].finger)
          .map((to) => ({ from, to })),
  )
}

/** A finger on a string, and the hand shifts: which finger is it then? */
export const shiftQuestions: AskedKind = {
  kind: 'shift',
  name: 'The finger after a shift',
  aloud: 'Which finger after the shift?',
  subjects: (t) => t.notes.flatMap((n) => [...new Set(movesOf(n).map(({ to }) => `${n.name} ${to.position}`))]),
  ask(t, subject, chance) {
    const [name, at] = subject.split(' ')
    const note = noteNamed(t, name)
    const move = note && movesOf(note).find(({ to }) => to.position === Number(at))
    if (!move) return null
    const { from, to } = move
    const right = fingerSaid(t, to.stops[0])
    const other = (finger: string): Option => ({ text: finger, mistake: 'with the wrong finger', as: finger })
    const fingers = [
      fingerSaid(t, from.stops[0]),
      ...[to.stops[0].finger + 1, to.stops[0].finger - 1, to.stops[0].finger + 2].filter((f) => f >= 1 && f <= 4).map((f) => `${f}`),
      ...['1', '2', '3', '4'],
    ]
    return {
      item: `shift ${subject}`,
      kind: 'shift',
      seat: t.seat.id,
      asks: trainerWords(t.talk).shift(
        letterSaid(t, note.pitch),
        waySaid(t, from),
        positionSaid(t, to),
        stringName(t.talk, t.setup.instrument, to.stops[0].string),
      ),
      shows: { kind: 'board', at: { ...from.stops[0], finger: numeral(from.stops[0], t.talk.low) }, says: waySaid(t, from) },
      answer: { form: 'choice', options: answerChoice(chance, right, fingers.map(other)) },
      says: trainerWords(t.talk).is(letterSaid(t, note.pitch), waySaid(t, to)),
      note: name,
    }
  },
}
