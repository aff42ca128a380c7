import { countQuestions } from './kinds/count'
import { draw } from './kinds/draw'
import { finger } from './kinds/finger'
import { form } from './kinds/form'
import { letter } from './kinds/letter'
import { staffPlaces, stringPlaces } from './kinds/places'
import { shiftQuestions } from './kinds/shift'
import { step } from './kinds/step'
import { trap } from './kinds/trap'
import type { AskedKind } from './kind'
import type { Question, QuestionKind } from './question'
import type { Trainee } from './trainee'

/** Every kind of question by its name. */
export const KINDS: Readonly<Record<QuestionKind, AskedKind>> = {
  letter,
  finger,
  draw,
  'staff places': staffPlaces,
  'string places': stringPlaces,
  form,
  step,
  count: countQuestions,
  shift: shiftQuestions,
  trap,
}

/** An item of a trainee: a kind and what it is asked of. */
export type Item = { readonly id: string; readonly kind: QuestionKind; readonly subject: string }

/** What of some kinds can be asked of a trainee, kind by kind in the order of teaching. */
export const itemsOf = (t: Trainee, kinds: readonly QuestionKind[]): Item[] =>
  kinds.flatMap((kind) => KINDS[kind].subjects(t).map((subject): Item => ({ id: `${kind} ${subject}`, kind, subject })))

/** The question of an item; null where there is none any more. */
export const questionOf = (t: Trainee, { kind, subject }: Item, chance: () => number): Question | null =>
  KINDS[kind].ask(t, subject, chance)
