import * as z from 'zod/mini'

/** More notes than any part has. */
const MOST_NOTES = 40_000
const text = z.string().check(z.maxLength(200))

/** A note of a part as it was printed: its event, where it stands, and what was played there. */
const frozenNoteSchema = z.object({ event: text, where: text, says: text })
export const frozenMapSchema = z.record(
  z.string(),
  z.object({ name: text, notes: z.array(frozenNoteSchema).check(z.maxLength(MOST_NOTES)) }),
)
export type FrozenMap = Readonly<z.infer<typeof frozenMapSchema>>
