import type { Knex } from 'knex'
import * as z from 'zod/mini'
import { upgraded, type Piece } from '@/core/piece/piece'
import { pieceSchema } from '@/core/piece/piece.schema'
import type { Plan } from '@/core/plan/plan'
import { readPlan } from '@/core/plan/plan.schema'
import { keptSince, keptWhole, LONGEST_CHAIN, stateAfter, type KeptState, type State } from './states'
import { versionsToDrop } from './thinning'
import { writing } from './writing'

/** A saved version in the list: when, its name if it has one, and whether its notes or only what was decided about them differ from the one before. */
type VersionEntry = {
  readonly version: number
  readonly savedAt: number
  readonly notes: boolean
  readonly name: string | null
  readonly said: string
}
/** A saved version, whole. */
type Version = {
  readonly version: number
  readonly savedAt: number
  readonly name: string | null
  readonly piece: Piece
  readonly plan: Plan
  readonly text: string
}

const entrySchema = z.object({ version: z.int(), saved_at: z.int(), notes: z.int(), name: z.nullable(z.string()), said: z.string() })

/** Every saved version of a piece, newest first. */
export async function listVersions(db: Knex, pieceId: string): Promise<VersionEntry[]> {
  const rows: unknown[] = await db('piece_versions')
    .where({ piece_id: pieceId })
    .orderBy('version', 'desc')
    .select('version', 'saved_at', 'notes', 'name', 'said')
  return rows.map((row) => {
    const { version, saved_at, notes, name, said } = entrySchema.parse(row)
    return { version, savedAt: saved_at, notes: notes === 1, name, said }
  })
}

/** A version as its row has it. */
export const versionRowSchema = z.object({
  version: z.int(),
  saved_at: z.int(),
  notes: z.int(),
  name: z.nullable(z.string()),
  said: z.string(),
  whole: z.int(),
  body: z.instanceof(Buffer),
})
type VersionRow = z.infer<typeof versionRowSchema>
const keptOf = (r: VersionRow): KeptState => ({ whole: r.whole === 1, body: r.body })

/**
 * The states of a piece's versions, oldest first, one at a time: what the one before said is needed for the next, so a
 * version that cannot be read hides those that are kept as changes of it, and is handed out as null with them.
 */
async function* statesOf(db: Knex, pieceId: string): AsyncGenerator<{ row: VersionRow; state: State | null }> {
  const numbers = (await db('piece_versions').where({ piece_id: pieceId }).orderBy('version').select('version')) as { version: number }[]
  let before: State | null = null
  for (const { version } of numbers) {
    const row = versionRowSchema.parse(await db('piece_versions').where({ piece_id: pieceId, version }).first())
    try {
      before = stateAfter(before, keptOf(row))
    } catch {
      before = null
    }
    yield { row, state: before }
  }
}

/** The state of one version, from the last whole one before it on; null when there is none. Throws when it is damaged. */
export async function stateAt(db: Knex, pieceId: string, version: number): Promise<State | null> {
  const rows = z
    .array(versionRowSchema)
    .parse(
      await db('piece_versions')
        .where({ piece_id: pieceId })
        .andWhere('version', '<=', version)
        .whereRaw('version >= (SELECT max(version) FROM piece_versions WHERE piece_id = ? AND whole = 1 AND version <= ?)', [
          pieceId,
          version,
        ])
        .orderBy('version'),
    )
  if (rows.at(-1)?.version !== version) return null
  return rows.reduce<State | null>((before, row) => stateAfter(before, keptOf(row)), null)
}

/** One saved version, or null when there is none or it cannot be read. */
export async function getVersion(db: Knex, pieceId: string, version: number): Promise<Version | null> {
  const row = z
    .object({ saved_at: z.int(), name: z.nullable(z.string()) })
    .safeParse(await db('piece_versions').where({ piece_id: pieceId, version }).first('saved_at', 'name'))
  if (!row.success) return null
  try {
    const state = await stateAt(db, pieceId, version)
    if (!state) return null
    return {
      version,
      savedAt: row.data.saved_at,
      name: row.data.name,
      piece: pieceSchema.parse(upgraded(state.piece)),
      plan: readPlan(state.plan),
      text: state.text,
    }
  } catch {
    return null
  }
}

/** A version that was given a name. */
export type NamedVersion = { readonly version: number; readonly name: string }

/** The named versions of some pieces, by piece, the last first. */
export async function namedVersions(db: Knex, pieces: readonly string[]): Promise<Record<string, NamedVersion[]>> {
  const rows = (await db('piece_versions')
    .whereIn('piece_id', [...pieces])
    .whereNotNull('name')
    .orderBy('version', 'desc')
    .select('piece_id', 'version', 'name')) as (NamedVersion & { piece_id: string })[]
  const out: Record<string, NamedVersion[]> = {}
  for (const { piece_id, version, name } of rows) (out[piece_id] ??= []).push({ version, name })
  return out
}

/** Gives a version a name, by which it is kept for good; null takes it away. */
export const nameVersion = (db: Knex, pieceId: string, version: number, name: string | null): Promise<number> =>
  writing(db, (t) => t('piece_versions').where({ piece_id: pieceId, version }).update({ name }))

/** Keeps a first version, whole. */
export async function keepFirst(t: Knex.Transaction, pieceId: string, state: State, savedAt: number): Promise<void> {
  const { whole, body } = keptWhole(state)
  await t('piece_versions').insert({ piece_id: pieceId, version: 1, saved_at: savedAt, notes: 1, name: null, whole: Number(whole), body })
}

/** Keeps the next version after `before`, and lets those go that have become too many. */
export async function keepNext(
  t: Knex.Transaction,
  pieceId: string,
  next: { version: number; before: State; state: State; notes: boolean; savedAt: number; said: string },
): Promise<void> {
  const chain = (await t('piece_versions')
    .where({ piece_id: pieceId })
    .orderBy('version', 'desc')
    .limit(LONGEST_CHAIN)
    .select('whole', 'saved_at', 'version')) as { whole: number; saved_at: number; version: number }[]
  // What is kept as a change must be kept as a change of the row right before it.
  const fits = chain[0]?.version === next.version - 1 && chain.some((r) => r.whole === 1)
  const { whole, body } = fits ? keptSince(next.before, next.state) : keptWhole(next.state)
  await t('piece_versions').insert({
    piece_id: pieceId,
    version: next.version,
    saved_at: next.savedAt,
    notes: Number(next.notes),
    name: null,
    said: next.said,
    whole: Number(whole),
    body,
  })
  const hour = (at: number) => Math.floor(at / 3_600_000)
  // Once an hour is enough: what can go is always older than a day.
  if (chain.length > 1 && hour(chain[0].saved_at) !== hour(next.savedAt)) await thin(t, pieceId, next.savedAt)
}

/** Lets go of the versions that have become too many; what was a change of one of them becomes one of the row before. */
export async function thin(t: Knex.Transaction, pieceId: string, now: number): Promise<number> {
  const rows = z
    .array(z.object({ version: z.int(), saved_at: z.int(), name: z.nullable(z.string()) }))
    .parse(await t('piece_versions').where({ piece_id: pieceId }).select('version', 'saved_at', 'name'))
  const drop = new Set(
    versionsToDrop(
      rows.map((r) => ({ version: r.version, savedAt: r.saved_at, name: r.name })),
      now,
    ),
  )
  if (drop.size === 0) return 0
  let kept: State | null = null
  let [dropped, notes, chain] = [false, false, 0]
  const moved: { version: number; change: { whole: number; body: Buffer; notes: number } }[] = []
  for await (const { row, state } of statesOf(t, pieceId)) {
    // While a version cannot be read, what hangs on it is left as it is, and nothing goes.
    if (state === null) return 0
    if (drop.has(row.version)) {
      dropped = true
      notes ||= row.notes === 1
      continue
    }
    let whole = row.whole === 1
    if (dropped) {
      const again: KeptState = kept && chain < LONGEST_CHAIN - 1 ? keptSince(kept, state) : keptWhole(state)
      moved.push({
        version: row.version,
        change: { whole: Number(again.whole), body: again.body, notes: Number(notes || row.notes === 1) },
      })
      whole = again.whole
    }
    chain = whole ? 0 : chain + 1
    kept = state
    ;[dropped, notes] = [false, false]
  }
  for (const { version, change } of moved) await t('piece_versions').where({ piece_id: pieceId, version }).update(change)
  // In parts: a statement takes only so many values.
  const gone = [...drop]
  for (let i = 0; i < gone.length; i += 500)
    await t('piece_versions')
      .where({ piece_id: pieceId })
      .whereIn('version', gone.slice(i, i + 500))
      .delete()
  return drop.size
}
