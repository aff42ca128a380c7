import { RateLimiterMemory } from 'rate-limiter-flexible'

/**
 * Tries at the passphrase: five in a quarter of an hour from one address, and fifty in an hour for the account from
 * wherever they come. In memory: who could start the application anew could also set the passphrase.
 */
const held = globalThis as { evenSeatTries?: { address: RateLimiterMemory; account: RateLimiterMemory } }
const tries = () =>
  (held.evenSeatTries ??= {
    address: new RateLimiterMemory({ points: 5, duration: 900 }),
    account: new RateLimiterMemory({ points: 50, duration: 3600 }),
  })

/** Counts a try before it is looked at; says how many seconds to wait when there were too many, else null. */
export async function tooMany(address: string, account: string): Promise<number | null> {
  const { address: a, account: b } = tries()
  try {
    await a.consume(address)
    await b.consume(account)
    return null
  } catch (e) {
    const wait = (e as { msBeforeNext?: unknown }).msBeforeNext
    if (typeof wait !== 'number') throw e
    return Math.max(1, Math.ceil(wait / 1000))
  }
}

/** The right passphrase wipes out the tries before it from that address. */
export const forgive = (address: string): Promise<boolean> => tries().address.delete(address)
