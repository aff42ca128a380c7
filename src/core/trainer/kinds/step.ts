import type { Far } from '../../words/en/trainer'
import { trainerWords } from '../../words/trainer'
import { midiOf, stepsOf } from '../../music/pitch'
import { answerChoice, noteNamed, staffOf, type AskedKind } from '../kind'
import type { SeatNote } from '../notes'
import type { Option } from '../question'
import type { Trainee } from '../trainee'

const FAR = ['the same note', 'a step', 'a skip'] as const satisfies readonly Far[]
const farOf = (a: SeatNote, b: SeatNote): Far => FAR[Math.min(2, Math.abs(stepsOf(a.pitch) - stepsOf(b.pitch)))]

/** The only string on which a seat plays a note; null where it could choose. */
function stringOf({ places }: SeatNote): number | null {
  const [first, ...others] = places.map((h) => h.stops[0].string)
  return others.every((s) => s === first) ? first : null
}

/** Notes of one key that can stand side by side, each on one string alone: a note to itself, its neighbours, and the next but one, up and down. */
function pairsOf(t: Trainee): [SeatNote, SeatNote][] {
  const out: [SeatNote, SeatNote][] = []
  t.notes.forEach((a) => {
    if (stringOf(a) === null) return
    const near = t.notes
      .filter((b) => stringOf(b) !== null && b.key.fifths === a.key.fifths)
      .filter((b) => Math.abs(stepsOf(b.pitch) - stepsOf(a.pitch)) <= 2 && (b === a || midiOf(b.pitch) !== midiOf(a.pitch)))
      .filter((b) => b === a || stepsOf(b.pitch) !== stepsOf(a.pitch))
    out.push(...near.map((b): [SeatNote, SeatNote] => [a, b]))
  })
  return out
}

/** Two notes: a step, a skip or the same, and is a string crossed? */
export const step: AskedKind = {
  kind: 'step',
  name: 'Step, skip or same, and string crossings',
  aloud: 'Step, skip or same? Does the bow change strings?',
  subjects: (t) => pairsOf(t).map(([a, b]) => `${a.name} ${b.name}`),
  ask(t, subject, chance) {
    const [a, b] = subject.split(' ').map((n) => noteNamed(t, n))
    const [from, to] = [a && stringOf(a), b && stringOf(b)]
    if (!a || !b || from === null || to === null) return null
    const [far, crossing] = [farOf(a, b), from !== to]
    const said = trainerWords(t.talk).far
    const right = said(far, crossing)
    const all: Option[] = FAR.flatMap((f) =>
      (f === FAR[0] ? [false] : [crossing, !crossing]).map((c): Option => ({
        text: said(f, c),
        mistake: f !== far ? 'step for skip' : 'crossing not seen',
        as: said(f, c),
      })),
    )
    const other = far === 'a step' ? 'a skip' : 'a step'
    const order = [said(far, !crossing), said(other, crossing), said(other, !crossing), said(FAR[0], false)]
    const mistakes = order.flatMap((text) => all.filter((o) => o.text === text && text !== right))
    return {
      item: `step ${subject}`,
      kind: 'step',
      seat: t.seat.id,
      asks: trainerWords(t.talk).step,
      shows: staffOf(t, a === b ? [a, a] : [a, b]),
      answer: { form: 'choice', options: answerChoice(chance, right, mistakes) },
      says: right,
      note: '',
    }
  },
}
