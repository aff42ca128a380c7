import { handOut } from './hand-out/step'
import { level } from './level/step'
import { map } from './map/step'
import { practise } from './practise/step'
import { read } from './read/step'
import type { Step } from './step'
import { rehearse } from './rehearse/step'
import { write } from './write/step'

/** The steps of the work, in the teacher's order. */
export const DESK_STEPS: readonly Step[] = [write, read, map, level, practise, rehearse, handOut]

/** A step of the desk. */
export type DeskStep = Step & { readonly desk: NonNullable<Step['desk']> }

const onDesk = (s: Step): s is DeskStep => s.desk !== null

/** Which step of the desk a path shows: the one whose path ends as it does, else the first that is drawn. */
export function deskStepAt(path: string): DeskStep {
  const steps = DESK_STEPS.filter(onDesk)
  const [, , of = '', , id = ''] = path.split('/')
  return steps.find((s) => s.path(decodeURIComponent(of), id) === path) ?? steps.find((s) => s.id === map.id)!
}
