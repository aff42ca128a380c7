import { notFound, redirect } from 'next/navigation'
import { connection } from 'next/server'
import { classPage, oldAddress, piecePage } from '@/api/address'
import { classesWith, lastOpened } from '@/store/classes'
import { database } from '@/store/database'

export type Query = Readonly<Record<string, string | string[] | undefined>>
export type OldProps = { params: Promise<{ old: string[] }>; searchParams: Promise<Query> }

/** A query as it stood. */
export const queryIn = (query: Query): string => {
  const all = new URLSearchParams(Object.entries(query).flatMap(([k, v]) => [v ?? []].flat().map((x) => [k, x])))
  return all.size > 0 ? `?${all.toString()}` : ''
}

/** Leads from an address of an earlier Even Seat, which had one class open, to where the same stands now; a piece is looked for with the class that was opened last, then with any that has it. */
export async function leadOn(parts: readonly string[], query: Query): Promise<never> {
  await connection()
  const to = oldAddress(parts)
  if (!to) notFound()
  const db = await database()
  const last = (await lastOpened(db)).id
  if ('room' in to) redirect(classPage(last, to.room) + queryIn(query))
  const having = await classesWith(db, to.piece)
  const of = having.includes(last) ? last : having[0]
  if (of === undefined) notFound()
  redirect(piecePage(of, to.piece, to.look) + queryIn(query))
}
