import * as z from 'zod/mini'

/** Something went wrong that can be said as it is. */
export class Trouble extends Error {}

/** Asks the server and reads its answer. Throws a {@link Trouble} that says what went wrong. */
export async function answer<T extends z.ZodMiniType>(schema: T, url: string, init?: RequestInit): Promise<z.output<T>> {
  let response: Response
  try {
    response = await fetch(url, init)
  } catch {
    throw new Trouble('No answer from Even Seat. Is it still running? Nothing was changed.')
  }
  const body: unknown = await response.json().catch(() => null)
  const parsed = schema.safeParse(body)
  if (parsed.success) return parsed.data
  const known = z.object({ problem: z.string() }).safeParse(body)
  throw new Trouble(known.success ? known.data.problem : 'We couldn’t read the answer. Nothing was changed. Reload the page.')
}
