import { createHash, createHmac, randomBytes, timingSafeEqual } from 'node:crypto'
import { RateLimiterMemory } from 'rate-limiter-flexible'

/*
 * Who tries too often. In memory: who could start the application anew could also set the passphrase.
 */

/** What wrong passphrases are counted by: so many are free, then each costs a wait that doubles from `first` to `longest`, in seconds; all is forgotten after `memory` seconds without one. */
type Bound = { readonly free: number; readonly first: number; readonly longest: number; readonly memory: number }
const BOUNDS = {
  /** One address: a class behind it has many hands. */
  address: { free: 5, first: 30, longest: 900, memory: 6 * 3600 },
  /** The account, from wherever they come. */
  account: { free: 50, first: 60, longest: 900, memory: 3600 },
  /** A browser that has signed in before: nobody else can use up its tries. */
  device: { free: 10, first: 15, longest: 300, memory: 3600 },
} as const satisfies Record<string, Bound>
type Kind = keyof typeof BOUNDS

type Counted = { readonly wrong: RateLimiterMemory; readonly waits: RateLimiterMemory }
const held = globalThis as { evenSeatTries?: Record<Kind, Counted> }
const counted = (kind: Kind): Counted =>
  (held.evenSeatTries ??= Object.fromEntries(
    Object.entries(BOUNDS).map(([k, b]) => [
      k,
      {
        wrong: new RateLimiterMemory({ keyPrefix: `${k} wrong`, points: Number.MAX_SAFE_INTEGER, duration: b.memory }),
        waits: new RateLimiterMemory({ keyPrefix: `${k} waits`, points: 1, duration: b.longest }),
      },
    ]),
  ) as Record<Kind, Counted>)[kind]

/** Who tries: a browser that is known, else one at an address. */
export type Trier = { readonly address: string; readonly device: string | null }
const keysOf = ({ address, device }: Trier): (readonly [Kind, string])[] =>
  device === null
    ? [
        ['address', address],
        ['account', 'teacher'],
      ]
    : [['device', device]]

/** How long a try beyond the free ones makes wait, in seconds. */
export const waitAfter = (wrong: number, { free, first, longest }: Bound): number =>
  wrong < free ? 0 : Math.min(longest, first * 2 ** Math.min(20, wrong - free))

/**
 * Takes a try at the passphrase as wrong before it is looked at, so that many at once are no way around; {@link signedIn}
 * takes it back. Says how many seconds to wait where there were too many, else null.
 */
export async function tooMany(who: Trier): Promise<number | null> {
  const waits = await Promise.all(keysOf(who).map(async ([kind, key]) => (await counted(kind).waits.get(key))?.msBeforeNext ?? 0))
  const longest = Math.max(...waits)
  if (longest > 0) return Math.ceil(longest / 1000)
  for (const [kind, key] of keysOf(who)) {
    const { consumedPoints } = await counted(kind).wrong.penalty(key)
    const wait = waitAfter(consumedPoints, BOUNDS[kind])
    if (wait > 0) await counted(kind).waits.block(key, wait)
  }
  return null
}

/** The right passphrase: what was tried before from there counts no more, and for the account this try was none. */
export async function signedIn(who: Trier): Promise<void> {
  for (const [kind, key] of keysOf(who)) {
    const { wrong, waits } = counted(kind)
    if (kind === 'account') {
      const left = (await wrong.reward(key)).consumedPoints
      if (left < BOUNDS.account.free) await waits.delete(key)
    } else await Promise.all([wrong.delete(key), waits.delete(key)])
  }
}

/** A browser is known by a name that was given to it when it signed in, signed by what only the data file knows: a new passphrase forgets all. */
const signature = (name: string, secret: string): string =>
  createHmac('sha256', createHash('sha256').update(`device ${secret}`).digest())
    .update(name)
    .digest('base64url')
export function newDevice(secret: string): string {
  const name = randomBytes(16).toString('base64url')
  return `${name}.${signature(name, secret)}`
}

/** The name of a browser that shows what it was given; null: it was not given here. */
export function deviceOf(cookie: string, secret: string): string | null {
  const [name, signed = ''] = cookie.split('.')
  const [a, b] = [Buffer.from(signed), Buffer.from(signature(name, secret))]
  return a.length === b.length && timingSafeEqual(a, b) ? name : null
}

/** Links of students that lead nowhere: so many in a quarter of an hour are said to from one address. */
const WRONG_LINKS = { points: 30, duration: 900 }
const links = globalThis as { evenSeatWrongLinks?: RateLimiterMemory }
const wrongLinks = () => (links.evenSeatWrongLinks ??= new RateLimiterMemory(WRONG_LINKS))

/**
 * Whether a link is good; false: it leads nowhere; null: too many from this address did. A good one always is: nobody
 * guesses 128 bits, and a class behind one address reads on while somebody tries.
 */
export async function linkFrom(address: string, isGood: () => Promise<boolean>): Promise<boolean | null> {
  if (await isGood()) return true
  const { consumedPoints } = await wrongLinks().penalty(address)
  return consumedPoints > WRONG_LINKS.points ? null : false
}
