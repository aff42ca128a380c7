import { createHash, randomUUID } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import path from 'node:path'
import type { Knex } from 'knex'
import type { DiffersReply } from '@/api/handouts'
import { frozenMap, sayChangedMap } from '@/core/sheets/frozen'
import { sayDifferences } from '@/core/plan/differs'
import { readClassSettings } from '@/core/plan/class.schema'
import { ensembleMapper } from '@/core/balance/ensemble'
import { readPlan } from '@/core/plan/plan.schema'
import { seatsOf } from '@/core/seats/seat'
import { upgraded } from '@/core/piece/piece'
import { pieceSchema } from '@/core/piece/piece.schema'
import { classById } from '@/store/classes'
import { getHandout, mapOf, type Handout } from '@/store/handouts'
import { parsedJson } from '@/store/json'
import { getPiece } from '@/store/pieces'

/** How many notes that are otherwise are named. */
const MOST_NAMED = 40

/** Which Even Seat this is: its version, and a digest of the sources that it was built from. */
export function engine(): string {
  const built = path.join(process.cwd(), '.next', 'even-seat-sources')
  const sources = existsSync(built) ? createHash('sha256').update(readFileSync(built)).digest('hex').slice(0, 12) : 'development'
  return `Even Seat ${process.env.npm_package_version ?? '0.1.0'}, ${sources}`
}

/** What a sheet is made of, as it is stored. */
type Source = { readonly piece: unknown; readonly plan: unknown; readonly klass: unknown }

/** A hand-out as it is kept: with all that its pages were made of. */
export function frozenAs({ piece, plan, klass }: Source, kept: Omit<Handout, 'id' | 'engine' | 'source' | 'map'>, map: unknown): Handout {
  return { id: randomUUID(), engine: engine(), source: JSON.stringify({ piece, plan, klass }), map: JSON.stringify(map), ...kept }
}

/** How every note of the seats is played now, for a piece as it stands. */
export const mapNow = ({ piece, plan, klass }: Source) => {
  const settings = readClassSettings(klass)
  const read = pieceSchema.parse(upgraded(piece))
  return frozenMap(
    ensembleMapper()(read, readPlan(plan), settings),
    seatsOf(settings).map((s) => s.id),
  )
}

/** What a hand-out's piece has otherwise today. */
export async function differsToday(db: Knex, of: string, id: string): Promise<DiffersReply> {
  const kept = await getHandout(db, of, id)
  if (!kept) return { ok: false, problem: 'That print doesn’t exist any more.' }
  const klass = await classById(db, of)
  const now = await getPiece(db, of, kept.piece_id).catch(() => null)
  if (!klass || !now) return { ok: false, problem: 'The piece or its class is gone. The print itself is still here.' }
  const then = parsedJson(kept.source) as { piece: unknown; plan: unknown }
  const piece = pieceSchema.safeParse(upgraded(then.piece))
  const map = mapOf(kept)
  const notes = sayChangedMap(map, mapNow({ piece: now.piece, plan: now.plan, klass: klass.settings }))
  return {
    ok: true,
    decided: piece.success ? sayDifferences({ piece: piece.data, plan: readPlan(then.plan) }, now, klass.settings) : [],
    notes: notes.slice(0, MOST_NAMED),
    more: Math.max(0, notes.length - MOST_NAMED),
    engine: kept.engine !== engine(),
  }
}
