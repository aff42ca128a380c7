import { serverToolkit } from '@/engrave/server'
import { sheetOf, type Drawn, type Sheet, type Wanted } from '@/engrave/sheet'
import { Kept } from './kept'

/** The sheets of a class that is looked at, printed and saved. */
const kept = new Kept<Sheet | null>(60)

/** A sheet, engraved once for what it is made of: looking, printing and saving ask for the same. */
export async function keptSheet(source: Parameters<typeof sheetOf>[1], wanted: Wanted, drawn: Drawn): Promise<Sheet | null> {
  const toolkit = await serverToolkit()
  return kept.of([source, wanted, drawn], () => sheetOf(toolkit, source, wanted, drawn))
}
