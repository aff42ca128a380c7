import type { Knex } from 'knex'
import { practised } from '@/core/drills/practised'
import { ensembleMapper } from '@/core/balance/ensemble'
import { seatsOf } from '@/core/seats/seat'
import { bridgeOf } from '@/core/term/bridge'
import { factsOf } from '@/core/term/facts'
import { newThings } from '@/core/reading/newThings'
import type { BridgeReply, PieceFact } from '@/api/term'
import { classById } from '@/store/classes'
import { getPiece, getPieces } from '@/store/pieces'

/** What a piece of a class's shelf is for its term; null: it does not stand there, or cannot be read. */
export async function factsIn(db: Knex, of: string, id: string): Promise<PieceFact | null> {
  const klass = await classById(db, of)
  const [stored] = klass ? await getPieces(db, of, [id]) : []
  if (!klass || !stored) return null
  const facts = factsOf(id, stored.piece, stored.plan, klass.settings)
  const lists = <T>(by: Readonly<Record<string, Iterable<T>>>) => Object.fromEntries(Object.entries(by).map(([s, all]) => [s, [...all]]))
  return { ...facts, news: lists(facts.news), met: lists(facts.met) }
}

/** The drills of a piece that lead to what is new in it for a class. */
export async function bridgeIn(db: Knex, of: string, id: string): Promise<BridgeReply> {
  const [klass, stored] = [await classById(db, of), await getPiece(db, of, id)]
  if (!klass || !stored) return { ok: false, problem: 'That piece doesn’t exist.' }
  const plan = { ...stored.plan, learned: null }
  const ensemble = ensembleMapper()(stored.piece, plan, klass.settings)
  const seats = seatsOf(klass.settings)
  const c = practised(stored.piece, seats, ensemble, null, { ...plan, talk: klass.settings.talk })
  const { drills, ...rest } = bridgeOf(c, Object.fromEntries(seats.map((s) => [s.id, newThings(stored.piece, ensemble[s.id])])))
  return { ok: true, drills: drills.map((d) => ({ ...d, seats: [...d.seats] })), ...rest }
}
