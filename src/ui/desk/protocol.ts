import { z } from 'zod'
import { classSettingsSchema } from '@/core/seats/class'
import { pieceSchema } from '@/core/piece/piece'
import { planSchema } from '@/core/seats/plan'

/** A save: plan, title, notes when they have changed, and the version that they were made on. */
export const saveRequest = z.object({
  base: z.int().min(1),
  plan: planSchema,
  title: z.string().trim().min(1).max(200),
  /** The notes, when the desk has moved them to another key; left out, they stay. */
  notes: pieceSchema.nullable().default(null),
})
export type SaveRequest = z.infer<typeof saveRequest>

/** A save of the class page: name, school and settings, and the version that they were made on. */
export const classSaveRequest = z.object({
  base: z.int().min(1),
  name: z.string().trim().min(1).max(80),
  school: z.string().trim().max(120),
  settings: classSettingsSchema,
})
export type ClassSave = z.infer<typeof classSaveRequest>

/** A save of the notes: with the text that says the same, and whether pins go by the ids of notes or by their places. */
export const notesRequest = z.object({
  base: z.int().min(1),
  piece: pieceSchema,
  text: z.string().max(1_000_000),
  by: z.enum(['id', 'place']),
})
export type NotesRequest = z.infer<typeof notesRequest>

/** What came of it: the new version (and how many pins were lifted with their notes), or why nothing was written and which version stands. */
export const saveReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), version: z.int(), lifted: z.int().optional() }),
  z.object({ ok: z.literal(false), reason: z.enum(['newer', 'gone']), version: z.int() }),
])
export type SaveReply = z.infer<typeof saveReply>
