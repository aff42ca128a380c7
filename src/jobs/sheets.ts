import { createHash } from 'node:crypto'
import { serverToolkit } from '@/engrave/server'
import { sheetOf, type Drawn, type Sheet, type Wanted } from '@/engrave/sheet'

/** How many sheets are kept as they were drawn: those of a class that is looked at, printed and saved. */
const MOST_KEPT = 60

const kept = new Map<string, Sheet | null>()

/** A sheet, engraved once for what it is made of: looking, printing and saving ask for the same. */
export async function keptSheet(source: Parameters<typeof sheetOf>[1], wanted: Wanted, drawn: Drawn): Promise<Sheet | null> {
  const key = createHash('sha256')
    .update(JSON.stringify([source, wanted, drawn]))
    .digest('base64')
  const known = kept.get(key)
  const sheet = known === undefined ? sheetOf(await serverToolkit(), source, wanted, drawn) : known
  // What was asked for last goes last: the first in the map is the one that was not asked for the longest.
  kept.delete(key)
  kept.set(key, sheet)
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!)
  return sheet
}
