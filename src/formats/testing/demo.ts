import { demoFiles } from '../../../demo'
import { STEP_IDS, type StepId } from '@/core/instruments/instrument'
import type { Piece } from '@/core/piece/piece'
import { readingOf, type Reading } from '@/core/reading/reading'
import type { PolicyChange } from '@/core/fingering/policy'
import { classAt, type ClassSettings } from '@/core/plan/class'
import { ensembleMapper, mapsOf } from '@/core/balance/ensemble'
import { emptyPlan } from '@/core/plan/plan'
import { readFile } from '../read'

const decided = (klass: ClassSettings, policy: PolicyChange): ClassSettings => ({ ...klass, policy: { ...klass.policy, ...policy } })

/** The pieces that ship with the product. */
export const demoPieces = (): readonly Piece[] =>
  demoFiles().map(({ name, bytes }) => {
    const { reading } = readFile(name, bytes)[0]
    if (!reading.ok) throw new Error(name)
    return reading.piece
  })

/** Every demo piece as each seat reads it, at each of these steps, in a class with some things decided otherwise. */
export const demoReadings = (
  steps: readonly StepId[] = STEP_IDS,
  policy: PolicyChange = {},
): readonly { readonly step: StepId; readonly reading: Reading }[] =>
  demoPieces().flatMap((piece) =>
    steps.flatMap((step) =>
      mapsOf(ensembleMapper()(piece, emptyPlan(), decided(classAt(step), policy))).map((map) => ({ step, reading: readingOf(piece, map) })),
    ),
  )
