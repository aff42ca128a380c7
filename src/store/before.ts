import type { Knex } from 'knex'
import * as z from 'zod/mini'
import { upgraded } from '@/core/piece/piece'
import { pieceSchema } from '@/core/piece/piece.schema'
import { searchable, searchText, summaryOf } from '@/core/piece/summary'
import { parsedJson } from './json'
import { keptSince, keptWhole, LONGEST_CHAIN, type State } from './states'

/* What the steps of the data file do to what earlier ones have stored. */

const planBeforeSettings = z.looseObject({ policy: z.object({ fourth: z.optional(z.string()), bassSchool: z.optional(z.string()) }) })

/** A plan from before classes had settings: what it had decided stays, what was the default is left to the class. */
export function planWithSettings(text: string): string {
  const plan = planBeforeSettings.parse(JSON.parse(text))
  const { fourth, bassSchool } = plan.policy
  const policy = { ...(fourth && fourth !== 'auto' ? { fourth } : {}), ...(bassSchool && bassSchool !== '1-2-4' ? { bassSchool } : {}) }
  const none = { violin: {}, viola: {}, cello: {}, bass: {} }
  return JSON.stringify({ ...plan, policy, seatPolicy: none, level: null, substitutes: none })
}

/** What the shelf says of a piece; of one that cannot be read its title alone, if that can be. */
export function summarised(text: string): { title: string; summary: string | null; search: string } {
  const value = parsedJson(text)
  const piece = pieceSchema.safeParse(upgraded(value))
  if (piece.success) {
    const summary = summaryOf(piece.data)
    return { title: piece.data.title, summary: JSON.stringify(summary), search: searchText(summary) }
  }
  const title = z.object({ title: z.string().check(z.minLength(1)) }).safeParse(value)
  const said = title.success ? title.data.title : 'A damaged piece'
  return { title: said, summary: null, search: searchable(said) }
}

type OldVersion = { version: number; piece: string | null; source_text: string | null; plan: string; saved_at: number }

/** The versions of a piece as they were kept before, every plan whole, as what changed from each to the next. */
export async function keepAsChanges(db: Knex, id: string): Promise<void> {
  const versions = (await db('piece_versions').where({ piece_id: id }).orderBy('version').select('version')) as { version: number }[]
  let before: State | null = null
  for (const [i, { version }] of versions.entries()) {
    const row = (await db('piece_versions').where({ piece_id: id, version }).first()) as OldVersion
    const state: State = {
      piece: row.piece === null ? (before?.piece ?? null) : (parsedJson(row.piece) ?? null),
      text: row.source_text ?? before?.text ?? '',
      plan: parsedJson(row.plan) ?? null,
    }
    const kept = before && i % LONGEST_CHAIN !== 0 ? keptSince(before, state) : keptWhole(state)
    await db('kept_versions').insert({
      piece_id: id,
      version,
      saved_at: row.saved_at,
      notes: Number(row.piece !== null),
      name: null,
      whole: Number(kept.whole),
      body: kept.body,
    })
    before = state
  }
}
