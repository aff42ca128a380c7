import { serverToolkit } from '@/engrave/server'
import { sheetOf, type Drawn, type Sheet, type Wanted } from '@/engrave/sheet'
import { Kept } from './kept'
import type { Known } from './known'

/** The sheets of a class that is looked at, printed and saved. */
const kept = new Kept<Sheet | null>(60)

/** A sheet, engraved once for what it is made of: looking, printing and saving ask for the same. */
export async function keptSheet({ known, ...source }: Known, wanted: Wanted, drawn: Drawn): Promise<Sheet | null> {
  const toolkit = await serverToolkit()
  return kept.of(`${known} ${JSON.stringify([wanted, drawn])}`, () => sheetOf(toolkit, source, wanted, drawn))
}
