import * as z from 'zod/mini'
import en from 'zod/v4/locales/en.js'

// The small build of the library says "Invalid input" of everything unless it is given words.
z.config(en())

/** What is wrong with data that a schema refused, and where: "seats › 0 › players: Too big: expected number to be <=200". */
export function sayIssue({ issues: [issue] }: { readonly issues: readonly z.core.$ZodIssue[] }): string {
  return `${issue.path.length ? `${issue.path.join(' › ')}: ` : ''}${issue.message}`
}
