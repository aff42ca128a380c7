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

/**
 * Links of students that lead nowhere: so many in a quarter of an hour from one address. Beyond that nothing is answered
 * there, but a link that was used from the address before: a class behind one address goes on reading while somebody guesses.
 */
const WRONG_LINKS = { points: 30, duration: 900 }
/** How many links are remembered as used. */
const MOST_USED = 5000
const links = globalThis as { evenSeatLinks?: { wrong: RateLimiterMemory; used: Set<string> } }
const linkTries = () => (links.evenSeatLinks ??= { wrong: new RateLimiterMemory(WRONG_LINKS), used: new Set() })

/** Whether a link is looked at from an address; `isGood` is asked only where it is. False: it leads nowhere; null: too many did. */
export async function linkFrom(address: string, token: string, isGood: () => Promise<boolean>): Promise<boolean | null> {
  const { wrong, used } = linkTries()
  const key = `${address} ${token}`
  const tried = await wrong.get(address)
  if (tried && tried.consumedPoints >= WRONG_LINKS.points && !used.has(key)) return null
  if (await isGood()) {
    used.add(key)
    if (used.size > MOST_USED) used.delete(used.values().next().value!)
    return true
  }
  used.delete(key)
  await wrong.consume(address).catch(() => undefined)
  return false
}

/** The right passphrase wipes out the tries before it from that address. */
export const forgive = (address: string): Promise<boolean> => tries().address.delete(address)
