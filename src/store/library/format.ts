import * as z from 'zod/mini'
import { timeSchema, versionNumber } from '@/core/bounds.schema'
import { handoutSchema } from '../handouts'

/** What a library file says it is. */
export const LIBRARY = 'even-seat-library'
/** The shape of today: a folder of pieces, a line a version. The one before had everything in one text. */
export const LIBRARY_VERSION = 2

const name = z.string().check(z.maxLength(260))
const id = z.uuid()

const classSchema = z.object({
  name: z.string().check(z.maxLength(200)),
  school: z.string().check(z.maxLength(200)),
  settings: z.unknown(),
})
const originalSchema = z.object({ id, name, created_at: timeSchema })

const libraryClassSchema = z.extend(classSchema, {
  id: z.string().check(z.minLength(1), z.maxLength(60)),
  practice: z.nullable(z.unknown()),
  opened_at: timeSchema,
  removed_at: z.nullable(timeSchema),
  pieces: z.array(id).check(z.maxLength(100_000)),
})
export type LibraryClass = z.infer<typeof libraryClassSchema>

/** `library.json`, the first file of the archive: what there is in it. */
export const contentsSchema = z.object({
  format: z.literal(LIBRARY),
  version: z.literal(LIBRARY_VERSION),
  madeAt: timeSchema,
  class: classSchema,
  pieces: z.array(z.object({ id, title: z.string().check(z.maxLength(300)) })).check(z.maxLength(100_000)),
  originals: z.array(originalSchema).check(z.maxLength(100_000)),
  /** What the class's plan over the days is made from; libraries from before there was one have none. */
  practice: z.optional(z.nullable(z.unknown())),
  /** Every class, the open one first, with what stands on its shelf; libraries from before there were several have none. */
  classes: z.optional(z.array(libraryClassSchema).check(z.maxLength(1000))),
})
export type Contents = z.infer<typeof contentsSchema>

/** The first line of a piece's file: the piece as it stands. Notes and plan are checked by their own schemas. */
export const pieceLineSchema = z.object({
  id,
  piece: z.unknown(),
  plan: z.unknown(),
  source_name: name,
  source_text: z.string().check(z.maxLength(12_000_000)),
  original_id: z.nullable(id),
  version: versionNumber,
  created_at: timeSchema,
  changed_at: timeSchema,
  opened_at: z.nullable(timeSchema),
  deleted_at: z.nullable(timeSchema),
})
export type PieceLine = z.infer<typeof pieceLineSchema>

/** Every further line: a saved version, whole or as what changed since the line before. */
export const versionLineSchema = z
  .object({
    version: versionNumber,
    saved_at: timeSchema,
    notes: z.boolean(),
    name: z.nullable(z.string().check(z.maxLength(120))),
    said: z._default(z.string().check(z.maxLength(400)), ''),
    state: z.optional(z.object({ piece: z.unknown(), plan: z.unknown(), text: z.string() })),
    changes: z.optional(z.array(z.unknown()).check(z.maxLength(1_000_000))),
  })
  .check(z.refine((v) => (v.state === undefined) !== (v.changes === undefined), 'a version has a state or changes'))
export type VersionLine = z.infer<typeof versionLineSchema>

/** The one text of a library as it was saved before: every version whole, null for what did not change. */
export const oldLibrarySchema = z.object({
  format: z.literal(LIBRARY),
  class: classSchema,
  pieces: z
    .array(
      z.extend(pieceLineSchema, {
        versions: z
          .array(
            z.object({
              version: versionNumber,
              piece: z.unknown(),
              source_text: z.nullable(z.string()),
              plan: z.unknown(),
              saved_at: timeSchema,
            }),
          )
          .check(z.maxLength(100_000)),
      }),
    )
    .check(z.maxLength(100_000)),
  originals: z.array(originalSchema).check(z.maxLength(100_000)),
})
export type OldLibrary = z.infer<typeof oldLibrarySchema>

/** Where things are in the archive. */
export const CONTENTS = 'library.json'
/** What was practised, how shifts landed and what was answered, a line each: checked by their own schemas. */
export const RECORDS = 'practice.jsonl'
export const practiceLineSchema = z.object({
  /** The class that it is of; none: the only one. */
  class: z.optional(z.string()),
  record: z.optional(z.unknown()),
  aim: z.optional(z.unknown()),
  answer: z.optional(z.unknown()),
})
/** Hand-outs as they were printed, a line each, their files in base64. */
export const HANDOUTS = 'handouts.jsonl'
export const handoutLineSchema = z.extend(z.omit(handoutSchema, { bytes: true }), { bytes: z.string().check(z.maxLength(60_000_000)) })
export const pieceFile = (piece: string): string => `pieces/${piece}.jsonl`
export const originalFile = (original: string, called: string): string => `originals/${original}/${called.replace(/[\\/\0]/g, ' ')}`

/** The longest line that is read, in characters: a piece of the longest kind, whole, has a quarter of it. */
export const LONGEST_LINE = 64_000_000
