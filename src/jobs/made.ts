import { createHash } from 'node:crypto'
import type { Knex } from 'knex'
import type { FactsReply, PieceFact } from '@/api/term'
import type { Preview } from '@/core/balance/preview.schema'
import { languageOf } from '@/core/plan/pupils'
import type { Student } from '@/core/plan/student'
import { TERM_BOUNDS } from '@/core/plan/term'
import type { StoredClass } from '@/store/classes'
import { getHead, listShelf } from '@/store/pieces'
import { keepPreview, previewKey } from '@/store/previews'
import { DataError } from '@/store/trouble'
import { Kept } from './kept'
import { BusyError, inWorker, TaskError } from './pool'
import type { Drawings } from './training'

/*
 * What is made once for all who ask, and known by class, piece and their versions: it is kept beside the thread that
 * answers, so that thirty who ask at once wait for one making.
 */

/** What is being made or was made, by what it is known by; what could not be made is asked for anew. */
class Shared<T> {
  private readonly kept: Kept<Promise<T>>

  constructor(most: number) {
    this.kept = new Kept(most)
  }

  of(name: string, make: () => Promise<T>): Promise<T> {
    return this.kept.of(name, () => {
      const made = make()
      made.catch(() => this.kept.drop(name))
      return made
    })
  }
}

const held = globalThis as {
  evenSeatMade?: { facts: Shared<PieceFact | null>; drawings: Shared<Drawings | null>; drawing: Map<string, Promise<void>> }
}
const made = () => (held.evenSeatMade ??= { facts: new Shared(2000), drawings: new Shared(400), drawing: new Map() })

/** What the pieces of a class's shelf are for its term, as it stands. */
export async function termFacts(db: Knex, klass: StoredClass): Promise<FactsReply> {
  const { heads } = await listShelf(db, klass.id)
  // By title: the order of the shelf changes with every look at it, an order of the path must not.
  const taken = [...heads].sort((a, b) => a.title.localeCompare(b.title)).slice(0, TERM_BOUNDS.path)
  // What a term itself has settled changes nothing in its pieces.
  const { term: _t, students: _s, talk: _k, ...rest } = klass.settings
  const by = createHash('sha256').update(JSON.stringify(rest)).digest('base64')
  const facts = await Promise.all(
    taken.map(({ id, version }) =>
      made().facts.of(`${klass.id} ${by} ${id}@${version}`, () =>
        inWorker({ kind: 'facts', of: klass.id, piece: id }, { patience: FACTS }),
      ),
    ),
  )
  return { ok: true, version: klass.version, pieces: facts.filter((f) => f !== null), beyond: heads.length - taken.length }
}
/** How long the facts of a whole shelf are waited for, in milliseconds. */
const FACTS = 120_000

/** The measures that a student is asked about, engraved: one for all who sit at the same seat with the same fingers. Null: there is nothing to be asked of. */
export async function deckDrawings(
  db: Knex,
  klass: StoredClass,
  student: Pick<Student, 'id' | 'seat' | 'noFourth' | 'versions' | 'language'>,
  piece: string | null,
): Promise<Drawings | null> {
  const head = piece === null ? null : await getHead(db, klass.id, piece)
  if (piece !== null && !head) return null
  const of = head && piece ? `${piece}@${head.version} as ${student.versions[piece] ?? 'it stands'}` : 'all that is learned'
  const name = `${klass.id}@${klass.version} ${student.seat} ${student.noFourth ? 'without' : 'with'} the fourth finger, ${languageOf(klass.settings, student)}, ${of}`
  return made().drawings.of(name, () => inWorker({ kind: 'drawings', of: klass.id, student: student.id, piece }))
}

/** How many measures the small drawing of a piece shows. */
const PREVIEW = 6

/** Lets pieces of a class be drawn when there is room; they are kept for the next who looks at the shelf. */
export function drawLater(
  db: Knex,
  klass: Pick<StoredClass, 'id' | 'version'>,
  pieces: readonly { readonly id: string; readonly version: number }[],
): void {
  const { drawing } = made()
  for (const { id, version } of pieces) {
    const name = `${klass.id}@${klass.version} ${id}@${version}`
    if (drawing.has(name)) continue
    const drawn = inWorker({ kind: 'preview', of: klass.id, id, measures: PREVIEW }, { patience: FACTS })
      .catch((e: unknown): null => {
        // There was no room: it is asked for again. Else it cannot be drawn, which is kept as that.
        if (e instanceof BusyError || !(e instanceof TaskError)) throw e
        return null
      })
      .then((dots: Preview | null) => keepPreview(db, klass.id, { id, key: previewKey(version, klass.version), dots }))
      .catch(passOver)
      .finally(() => drawing.delete(name))
    drawing.set(name, drawn)
  }
}

/** Troubles that the shelf can do without hearing of: its drawings are an ornament. */
function passOver(e: unknown): void {
  if (!(e instanceof TaskError || e instanceof DataError)) console.error(e)
}
