import type { Knex } from 'knex'
import { practised } from '@/core/drills/practised'
import { ensembleMapper } from '@/core/seats/ensemble'
import { seatsOf } from '@/core/seats/seat'
import { bridgeOf } from '@/core/term/bridge'
import { factsOf, type PieceFacts } from '@/core/term/facts'
import { TERM_BOUNDS } from '@/core/term/term'
import { newThings } from '@/core/term/things'
import type { BridgeReply, FactsReply } from '@/api/term'
import { classById } from '@/store/classes'
import { getPiece, getPieces, listShelf } from '@/store/pieces'

/** What was found of pieces, by all that it depends on: mapping is what takes long. */
const known = new Map<string, PieceFacts>()
const MOST_KNOWN = 400

/** What the pieces of a class's shelf are for its term, as it stands. */
export async function factsIn(db: Knex, of: string): Promise<FactsReply> {
  const klass = await classById(db, of)
  if (!klass) return { ok: false, problem: 'There is no such class.' }
  const { heads } = await listShelf(db, of)
  // By title: the order of the shelf changes with every look at it, an order of the path must not.
  const taken = [...heads].sort((a, b) => a.title.localeCompare(b.title)).slice(0, TERM_BOUNDS.path)
  const stored = await getPieces(
    db,
    taken.map((h) => h.id),
  )
  // What a term itself has settled changes nothing in its pieces.
  const { term: _t, students: _s, talk: _k, ...rest } = klass.settings
  const by = JSON.stringify(rest)
  const pieces = taken.flatMap(({ id }) => {
    const p = stored.find((x) => x.id === id)
    if (!p) return []
    const key = `${id} ${p.version} ${by}`
    const facts = known.get(key) ?? factsOf(id, p.piece, p.plan, klass.settings)
    known.set(key, facts)
    if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!)
    return [
      {
        ...facts,
        news: Object.fromEntries(Object.entries(facts.news).map(([s, list]) => [s, [...list]])),
        met: Object.fromEntries(Object.entries(facts.met).map(([s, list]) => [s, [...list]])),
      },
    ]
  })
  return { ok: true, version: klass.version, pieces, beyond: heads.length - taken.length }
}

/** The drills of a piece that lead to what is new in it for a class. */
export async function bridgeIn(db: Knex, of: string, id: string): Promise<BridgeReply> {
  const [klass, stored] = [await classById(db, of), await getPiece(db, id)]
  if (!klass || !stored) return { ok: false, problem: 'There is no such piece.' }
  const plan = { ...stored.plan, learned: null }
  const ensemble = ensembleMapper()(stored.piece, plan, klass.settings)
  const seats = seatsOf(klass.settings)
  const c = practised(stored.piece, seats, ensemble, null, plan)
  const { drills, ...rest } = bridgeOf(c, Object.fromEntries(seats.map((s) => [s.id, newThings(stored.piece, ensemble[s.id])])))
  return { ok: true, drills: drills.map((d) => ({ ...d, seats: [...d.seats] })), ...rest }
}
