import '@/core/jitless'
import * as z from 'zod/mini'
import { timeSchema, versionNumber } from '@/core/bounds'
import { pieceSchema } from '@/core/piece/piece'
import { summarySchema } from '@/core/piece/summary'
import { classSettingsSchema } from '@/core/seats/class'
import { planSchema } from '@/core/seats/plan'
import { policySchema } from '@/core/fingering/policy'
import { STEP_IDS } from '@/core/instruments/instrument'
import { previewSchema, type Preview } from '@/core/seats/preview'
import { seatIdSchema } from '@/core/seats/seat'
import { upgradedClass, upgradedPlan } from '@/core/seats/upgrade'
import { ALL_SEATS, EXPORTS } from '@/formats/kinds'

/*
 * Every request and reply between the pages and the server, in one place.
 */

/* Saving */

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

/**
 * What came of it: the new version (and how many pins were lifted with their notes), or why nothing
 * was written: which version stands, or what is wrong with the place where everything is kept. */
export const saveReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), version: z.int(), lifted: z.optional(z.int()) }),
  z.discriminatedUnion('reason', [
    z.object({ ok: z.literal(false), reason: z.enum(['newer', 'gone']), version: z.int() }),
    z.object({ ok: z.literal(false), reason: z.literal('trouble'), problem: z.string() }),
  ]),
])
export type SaveReply = z.infer<typeof saveReply>

/* The shelf */

export { MOST_REQUEST, type BroughtPieces } from '@/formats/brought'

export const bringReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), added: z.array(z.object({ id: z.string(), title: z.string() })) }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type BringReply = z.infer<typeof bringReply>

/** How many pieces the shelf shows at first, and how many more at a time. */
export const SHELF_PART = 12

/** Which part of the shelf is asked for: from which piece on, and the words that must stand in a piece's lines. */
export const shelfQuery = z.object({
  q: z.catch(z.string().check(z.maxLength(200)), ''),
  from: z.catch(z.coerce.number().check(z.int(), z.minimum(0), z.maximum(1_000_000)), 0),
})
export type ShelfQuery = z.infer<typeof shelfQuery>

/** What the shelf shows of a piece. `summary` is null when its notes cannot be read, `preview` when it could not be drawn. */
export const cardSchema = z.object({
  id: z.string(),
  title: z.string(),
  summary: z.nullable(summarySchema),
  openedAt: z.nullable(timeSchema),
  preview: z.nullable(previewSchema),
  /** It is being drawn; the drawing comes later. */
  coming: z.boolean(),
})
/** The small drawings of some pieces that are made; null: it cannot be drawn. */
export const drawingsQuery = z.object({
  ids: z.catch(
    z.pipe(
      z.string().check(z.maxLength(4000)),
      z.transform((s) =>
        s
          .split(',')
          .filter((id) => z.uuid().safeParse(id).success)
          .slice(0, 100),
      ),
    ),
    [],
  ),
})
export const drawingsReply = z.object({ drawings: z.record(z.string(), z.nullable(previewSchema)) })
export type DrawingsReply = { readonly drawings: Readonly<Record<string, Preview | null>> }
export type Card = Omit<z.infer<typeof cardSchema>, 'preview'> & { readonly preview: Preview | null }

/** The notes of a piece. */
export const notesReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), piece: pieceSchema }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type NotesReply = z.infer<typeof notesReply>

/** A part of the shelf: how many pieces there are, how many of them match, and some of those. */
/** What the pins of the class's pieces say of its ways; see core/seats/pinsSay.ts. */
const countOf = z.int().check(z.minimum(0), z.maximum(1_000_000))
export const pinsReply = z.discriminatedUnion('ok', [
  z.object({
    ok: z.literal(true),
    pins: countOf,
    pieces: countOf,
    needless: countOf,
    best: z.nullable(
      z.object({
        way: z.discriminatedUnion('kind', [
          z.object({
            kind: z.literal('decision'),
            key: z.keyof(policySchema),
            value: z.union([z.string().check(z.maxLength(40)), z.boolean()]),
          }),
          z.object({ kind: z.literal('step'), step: z.enum(STEP_IDS) }),
        ]),
        needless: countOf,
        others: countOf,
      }),
    ),
  }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type PinsReply = z.infer<typeof pinsReply>

export const shelfReply = z.object({ total: z.int().check(z.minimum(0)), found: z.int().check(z.minimum(0)), cards: z.array(cardSchema) })
export type ShelfReply = Omit<z.infer<typeof shelfReply>, 'cards'> & { readonly cards: readonly Card[] }

/* The library */

/** How large a piece of a file is sent at a time, in bytes. */
export const PIECE_OF_FILE = 4_000_000

const problem = z.object({ ok: z.literal(false), problem: z.string() })
/** The id of something begun, or why it was not. */
export const begunReply = z.discriminatedUnion('ok', [z.object({ ok: z.literal(true), id: z.string() }), problem])
/** How much of a file has arrived. */
export const pieceReply = z.discriminatedUnion('ok', [z.object({ ok: z.literal(true), size: z.int().check(z.minimum(0)) }), problem])

const running = z.object({ state: z.literal('running'), done: z.number(), total: z.number(), what: z.string() })
const failed = z.object({ state: z.literal('failed'), problem: z.string() })
const states = <T extends z.ZodMiniType>(result: T) =>
  z.discriminatedUnion('state', [running, failed, z.object({ state: z.literal('done'), result })])

const backedUp = z.object({ pieces: z.int(), originals: z.int(), bytes: z.int(), skipped: z.array(z.string()) })
export type BackedUp = z.infer<typeof backedUp>
export const backupState = states(backedUp)

/** What a library file holds, and how that compares with what is here. */
const looked = z.object({
  madeAt: z.nullable(z.int()),
  className: z.string(),
  school: z.string(),
  pieces: z.int(),
  deleted: z.int(),
  versions: z.int(),
  originals: z.int(),
  problems: z.array(z.string()),
  missing: z.int(),
  off: z.int(),
  there: z.int(),
  beside: z.int(),
  classes: z.int(),
})
export type Looked = z.infer<typeof looked>
export const lookState = states(looked)

const brought = z.object({
  added: z.int(),
  putBack: z.int(),
  there: z.int(),
  gone: z.int(),
  klass: z.boolean(),
  safe: z.nullable(backedUp),
})
export type Brought = z.infer<typeof brought>
export const bringState = states(brought)

/** A library that was saved before everything was replaced, and a piece that was taken off the shelf. */
export type KeptBackup = { readonly name: string; readonly savedAt: number; readonly bytes: number }
export type OffShelf = { readonly id: string; readonly title: string; readonly deletedAt: number }

/* Signing in */

export const signInRequest = z.object({ passphrase: z.string().check(z.maxLength(500)) })
export const signInReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true) }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])

/* Taking away */

export const exportQuery = z.object({ as: z.enum(EXPORTS), seat: z._default(z.union([z.literal(ALL_SEATS), seatIdSchema]), ALL_SEATS) })

/* Bringing a library back */

/** What is to be done with a library: add what is missing here, or make everything as in the file. */
export const BRINGING = ['add', 'replace'] as const

/** What is to be done with a library file that has been sent. */
export const restoreRequest = z.discriminatedUnion('do', [
  z.object({ do: z.literal('look') }),
  z.object({ do: z.literal('bring'), how: z.enum(BRINGING) }),
])

/* The history */

export const historyQuery = z.object({ version: z.catch(z.optional(z.pipe(z.coerce.number(), versionNumber)), undefined) })
