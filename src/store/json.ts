import { z } from 'zod'

/** A column that holds JSON text of a schema. */
export const json = <T extends z.ZodType>(schema: T) =>
  z.string().transform((text, ctx): z.output<T> => {
    const parsed = schema.safeParse(JSON.parse(text))
    if (parsed.success) return parsed.data
    ctx.addIssue({ code: 'custom', message: parsed.error.issues[0].message })
    return z.NEVER
  })
