import * as z from 'zod/mini'

const mm = z.number()
const point = z.readonly(z.tuple([mm, mm]))
export type StripPoint = z.infer<typeof point>

/** What is drawn, in millimetres from the top left corner of the page: a line (`dashed`: to be cut or laid over another), or a text on its baseline. */
const markSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('line'), from: point, to: point, thick: mm, dashed: z.optional(z.literal(true)) }),
  z.object({ kind: z.literal('text'), at: point, text: z.string(), size: mm, strong: z.optional(z.literal(true)) }),
])
export type StripMark = Readonly<z.infer<typeof markSchema>>

export const stripPageSchema = z.object({ width: mm, height: mm, marks: z.readonly(z.array(markSchema)) })
export type StripPage = Readonly<z.infer<typeof stripPageSchema>>
