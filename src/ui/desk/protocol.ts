import { z } from 'zod'
import { versionNumber } from '@/core/bounds'
import { classSettingsSchema } from '@/core/seats/class'
import { pieceSchema } from '@/core/piece/piece'
import { planSchema } from '@/core/seats/plan'
import { upgradedClass, upgradedPlan } from '@/core/seats/upgrade'

/** Names the window that saves, for as long as it is open: it may save over a version of its own that it has not heard of. */
const windowName = z
  .string()
  .regex(/^[\w-]{8,64}$/)
  .nullable()
  .default(null)
/** Which of its saves it is, counted from 1. */
const saveNumber = z.int().min(0).max(1_000_000_000).default(0)

/** A save: plan, title, notes when they have changed, and the version that they were made on. */
export const saveRequest = z.object({
  base: versionNumber,
  by: windowName,
  seq: saveNumber,
  /** A window that was opened before an update, or kept by the browser since, says it the old way. */
  plan: z.preprocess(upgradedPlan, planSchema),
  title: z.string().trim().min(1).max(200),
  /** The notes, when the desk has moved them to another key; left out, they stay. */
  notes: pieceSchema.nullable().default(null),
})
/** What a desk keeps in the browser until it is saved. */
export const keptDesk = saveRequest.omit({ base: true, by: true, seq: true })
export type SaveRequest = z.infer<typeof saveRequest>

/** A save of the class page: name, school and settings, and the version that they were made on. */
export const classSaveRequest = z.object({
  base: versionNumber,
  by: windowName,
  seq: saveNumber,
  name: z.string().trim().min(1).max(80),
  school: z.string().trim().max(120),
  settings: z.preprocess(upgradedClass, classSettingsSchema),
})
export const keptClass = classSaveRequest.omit({ base: true, by: true, seq: true })
export type ClassSave = z.infer<typeof classSaveRequest>

/** A save of the notes: with the text that says the same, and whether pins go by the ids of notes or by their places. */
export const notesRequest = z.object({
  base: versionNumber,
  by: windowName,
  seq: saveNumber,
  piece: pieceSchema,
  text: z.string().max(1_000_000),
  pinsBy: z.enum(['id', 'place']),
})
export const keptNotes = notesRequest.omit({ base: true, by: true, seq: true })
export type NotesRequest = z.infer<typeof notesRequest>

/**
 * What came of it: the new version (and how many pins were lifted with their notes), or why nothing
 * was written: which version stands, or what is wrong with the place where everything is kept. */
export const saveReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), version: z.int(), lifted: z.int().optional() }),
  z.discriminatedUnion('reason', [
    z.object({ ok: z.literal(false), reason: z.enum(['newer', 'gone']), version: z.int() }),
    z.object({ ok: z.literal(false), reason: z.literal('trouble'), problem: z.string() }),
  ]),
])
export type SaveReply = z.infer<typeof saveReply>
