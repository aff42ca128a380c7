import '@/core/jitless'
import * as z from 'zod/mini'

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

/** What is to be done with a library: add what is missing here, or make everything as in the file. */
export const BRINGING = ['add', 'replace'] as const

/** What is to be done with a library file that has been sent. */
export const restoreRequest = z.discriminatedUnion('do', [
  z.object({ do: z.literal('look') }),
  z.object({ do: z.literal('bring'), how: z.enum(BRINGING) }),
])
