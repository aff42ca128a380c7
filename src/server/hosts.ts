import { isIP } from 'node:net'

/** Where the application listens: an address or name of this machine, and its port. */
type Listening = { readonly host: string; readonly port: number }

/** The names by which a machine reaches itself and nobody else does. */
const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'] as const

/** Whether only this machine can reach what listens there. */
export const isLoopback = (host: string): boolean => host === 'localhost' || host === '::1' || /^127(?:\.\d{1,3}){3}$/.test(host)

/** "127.0.0.1", "[::1]": an address as it stands in a URL. */
export const inUrl = (host: string): string => (isIP(host) === 6 ? `[${host}]` : host)

const withPort = (name: string, port: number): string[] => [`${name}:${port}`, ...(port === 80 ? [name] : [])]

/**
 * Where others in the room reach what listens, as origins: what the administrator has named first, then the addresses of the
 * network. None where only this machine is served.
 */
export function reachable({ host, port }: Listening, own: readonly string[], named: readonly string[]): string[] {
  if (isLoopback(host)) return []
  const all = host === '0.0.0.0' || host === '::'
  const addresses = (all ? own : [host]).filter((a) => isIP(a) === 4 && !isLoopback(a))
  const at = (name: string) => (port === 80 || /:\d+$/.test(name) ? `http://${name}` : `http://${name}:${port}`)
  return [...new Set([...named.map((n) => at(n.toLowerCase())), ...addresses.map((a) => at(inUrl(a)))])]
}

/**
 * What a request may name as its host, in small letters with the port: the loopback names, the address listened on (every
 * address of the machine, when all are), and what the administrator has named besides ("music-room.example" or with a port).
 * Anything else is a name that somebody has pointed here.
 */
export function allowedHosts({ host, port }: Listening, own: readonly string[], named: readonly string[]): ReadonlySet<string> {
  const all = host === '0.0.0.0' || host === '::'
  const addresses = all ? own : [host]
  return new Set([
    ...[...LOOPBACK, ...addresses.map(inUrl)].flatMap((name) => withPort(name.toLowerCase(), port)),
    ...named.flatMap((name) => (/:\d+$/.test(name) ? [name.toLowerCase()] : withPort(name.toLowerCase(), port))),
  ])
}

/** Under which names a request may come, and where others in the room reach this machine, as origins with spaces between. */
export type Names = { readonly hosts: ReadonlySet<string>; readonly reach: string }

/** How long what the machine is called is taken to stand, in milliseconds: it may get another address while this runs. */
const STANDS = 5000

/** The names as they stand, read anew when they have stood for a while. `own`: what the machine is called; `clock` in milliseconds. */
export function namesOf(
  listening: Listening,
  named: readonly string[],
  own: () => { readonly addresses: readonly string[]; readonly name: string },
  clock: () => number,
): () => Names {
  let known: (Names & { readonly at: number }) | null = null
  return () => {
    if (known && clock() - known.at < STANDS) return known
    const { addresses, name } = own()
    known = {
      at: clock(),
      hosts: allowedHosts(listening, [...addresses, name], named),
      reach: reachable(listening, addresses, named).join(' '),
    }
    return known
  }
}
