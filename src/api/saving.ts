import '@/core/jitless'
import * as z from 'zod/mini'
import { versionNumber } from '@/core/bounds.schema'
import { pieceSchema } from '@/core/piece/piece.schema'
import { classSettingsSchema } from '@/core/plan/class.schema'
import { planSchema } from '@/core/plan/plan.schema'
import { upgradedClass, upgradedPlan } from '@/core/plan/upgrade'

/** Names the window that saves, for as long as it is open: it may save over a version of its own that it has not heard of. */
const windowName = z._default(z.nullable(z.string().check(z.regex(/^[\w-]{8,64}$/))), null)
/** Which of its saves it is, counted from 1. */
const saveNumber = z._default(z.int().check(z.minimum(0), z.maximum(1_000_000_000)), 0)

/** What was done since the save before, in words, for the list of versions. */
const said = z._default(z.string().check(z.maxLength(400)), '')

/** A save: plan, title, notes when they have changed, and the version that they were made on. */
export const saveRequest = z.object({
  base: versionNumber,
  by: windowName,
  seq: saveNumber,
  /** A window that was opened before an update, or kept by the browser since, says it the old way. */
  plan: z.pipe(z.transform(upgradedPlan), planSchema),
  title: z.string().check(z.trim(), z.minLength(1), z.maxLength(200)),
  /** The notes, when the desk has moved them to another key; left out, they stay. */
  notes: z._default(z.nullable(pieceSchema), null),
  said,
})
/** What a desk keeps in the browser until it is saved. */
export const keptDesk = z.omit(saveRequest, { base: true, by: true, seq: true })
export type SaveRequest = z.infer<typeof saveRequest>

/** A save of the class page: name, school and settings, and the version that they were made on. */
export const classSaveRequest = z.object({
  base: versionNumber,
  by: windowName,
  seq: saveNumber,
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(80)),
  school: z.string().check(z.trim(), z.maxLength(120)),
  settings: z.pipe(z.transform(upgradedClass), classSettingsSchema),
})
export const keptClass = z.omit(classSaveRequest, { base: true, by: true, seq: true })
export type ClassSave = z.infer<typeof classSaveRequest>

/** A save of the notes: with the text that says the same, and whether pins go by the ids of notes or by their places. */
export const notesRequest = z.object({
  base: versionNumber,
  by: windowName,
  seq: saveNumber,
  piece: pieceSchema,
  text: z.string().check(z.maxLength(1_000_000)),
  pinsBy: z.enum(['id', 'place']),
  said,
})
export const keptNotes = z.omit(notesRequest, { base: true, by: true, seq: true })
export type NotesRequest = z.infer<typeof notesRequest>
