import { describe, expect, it } from 'vitest'
import { pathOf, refusalOf } from './guard'
import { contentPolicy } from './headers'
import { allowedHosts, inUrl, isLoopback, namesOf, reachable } from './hosts'

const local = allowedHosts({ host: '127.0.0.1', port: 3000 }, ['192.0.2.7'], [])
const ask = (method: string, headers: Record<string, string>, url = '/api/shelf', hosts = local) =>
  refusalOf({ method, url, headers: { host: '127.0.0.1:3000', ...headers } }, hosts)?.status ?? 'in'

describe('hosts', () => {
  it('are the loopback names with the port, and those that were named; others not, whatever the port', () => {
    const named = allowedHosts({ host: '127.0.0.1', port: 3000 }, [], ['Music-Room.example', 'other.example:8443'])
    for (const host of [
      '127.0.0.1:3000',
      'localhost:3000',
      'LOCALHOST:3000',
      '[::1]:3000',
      'music-room.example:3000',
      'other.example:8443',
    ])
      expect(named.has(host.toLowerCase()), host).toBe(true)
    for (const host of ['127.0.0.1', 'localhost:3001', '127.0.0.1.example:3000', 'other.example:3000', '192.0.2.7:3000', ''])
      expect(named.has(host), host).toBe(false)
  })
  it('are the addresses of the machine too, when it listens on all of them', () => {
    const all = allowedHosts({ host: '0.0.0.0', port: 80 }, ['192.0.2.7', '2001:db8::7'], [])
    for (const host of ['192.0.2.7:80', '192.0.2.7', '[2001:db8::7]:80', 'localhost']) expect(all.has(host), host).toBe(true)
    expect(all.has('0.0.0.0.example:80')).toBe(false)
  })
  it('are read anew when the machine gets another address while this runs: the new one is let in, the old one is not', () => {
    let [now, address] = [0, '192.0.2.7']
    const names = namesOf(
      { host: '0.0.0.0', port: 3000 },
      [],
      () => ({ addresses: [address], name: 'teachers-desk' }),
      () => now,
    )
    expect([...names().hosts]).toEqual(expect.arrayContaining(['192.0.2.7:3000', 'teachers-desk:3000']))
    expect(names().reach).toBe('http://192.0.2.7:3000')
    address = '192.0.2.9'
    // Not asked of the machine at every request.
    now = 4000
    expect(names().hosts.has('192.0.2.9:3000')).toBe(false)
    now = 5000
    expect(['192.0.2.9:3000', '192.0.2.7:3000'].map((h) => names().hosts.has(h))).toEqual([true, false])
    expect(names().reach).toBe('http://192.0.2.9:3000')
  })
  it('the room is reached by a name that was given, else by an address of the network; from this machine alone nowhere', () => {
    const own = ['127.0.0.1', '192.168.4.20', 'fe80::1', 'desk']
    expect(reachable({ host: '127.0.0.1', port: 3000 }, own, ['music-room.test'])).toEqual([])
    expect(reachable({ host: '0.0.0.0', port: 3000 }, own, [])).toEqual(['http://192.168.4.20:3000'])
    expect(reachable({ host: '0.0.0.0', port: 80 }, own, ['Music-Room.test', 'x.test:8080'])).toEqual([
      'http://music-room.test',
      'http://x.test:8080',
      'http://192.168.4.20',
    ])
    expect(reachable({ host: '10.0.0.7', port: 3000 }, own, [])).toEqual(['http://10.0.0.7:3000'])
  })
  it('loopback is told from the rest', () => {
    for (const host of ['127.0.0.1', '127.8.9.1', 'localhost', '::1']) expect(isLoopback(host)).toBe(true)
    for (const host of ['0.0.0.0', '::', '192.0.2.7', '1270.0.1', 'localhost.example']) expect(isLoopback(host)).toBe(false)
    expect([inUrl('::1'), inUrl('127.0.0.1')]).toEqual(['[::1]', '127.0.0.1'])
  })
})

describe('who is let in', () => {
  const json = { 'content-type': 'application/json' }
  it('our own page, by what the browser says of it or by its origin', () => {
    expect(ask('POST', { ...json, 'sec-fetch-site': 'same-origin', origin: 'http://127.0.0.1:3000' })).toBe('in')
    expect(ask('POST', { ...json, origin: 'http://127.0.0.1:3000' })).toBe('in')
    expect(ask('POST', { ...json, host: 'localhost:3000', origin: 'http://localhost:3000' })).toBe('in')
    expect(ask('PUT', { 'content-type': 'application/octet-stream; x=y', 'sec-fetch-site': 'same-origin' })).toBe('in')
    expect(ask('DELETE', { 'sec-fetch-site': 'same-origin' })).toBe('in')
    // A server action or form posts to its page.
    expect(ask('POST', { 'content-type': 'multipart/form-data; boundary=x', 'sec-fetch-site': 'same-origin' }, '/pieces/1')).toBe('in')
  })
  it('two names of this machine are two origins', () => {
    expect(ask('POST', { ...json, host: 'localhost:3000', origin: 'http://127.0.0.1:3000' })).toBe(403)
  })
  it('nobody who says nothing, comes from elsewhere, or says both', () => {
    expect(ask('POST', json)).toBe(403)
    expect(ask('POST', { ...json, origin: 'null' })).toBe(403)
    expect(ask('POST', { ...json, 'sec-fetch-site': 'same-site', origin: 'http://127.0.0.1:3000' })).toBe(403)
    expect(ask('POST', { ...json, 'sec-fetch-site': 'same-origin', origin: 'http://127.0.0.1:3001' })).toBe(403)
    expect(ask('POST', { 'content-type': 'text/plain', 'sec-fetch-site': 'same-origin' })).toBe(415)
    expect(ask('POST', { 'sec-fetch-site': 'same-origin' })).toBe(415)
  })
  it('a link from elsewhere to a page, but no file and nothing in the background', () => {
    const led = { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate', 'sec-fetch-dest': 'document' }
    expect(ask('GET', led, '/pieces/1')).toBe('in')
    expect(ask('GET', led, '/api/backup/1')).toBe(403)
    expect(ask('GET', { ...led, 'sec-fetch-dest': 'iframe' }, '/')).toBe(403)
    // Another page of the same site, on another port of this machine, is elsewhere too.
    for (const from of ['cross-site', 'same-site']) {
      expect(ask('GET', { 'sec-fetch-site': from, 'sec-fetch-mode': 'cors', 'sec-fetch-dest': 'empty' }), from).toBe(403)
      expect(ask('GET', { ...led, 'sec-fetch-site': from }, '/pieces/1'), from).toBe('in')
      expect(ask('HEAD', { 'sec-fetch-site': from, 'sec-fetch-mode': 'no-cors', 'sec-fetch-dest': 'image' }, '/x'), from).toBe(403)
    }
    expect(ask('GET', { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors', 'sec-fetch-dest': 'image' }, '/icon.svg')).toBe(403)
    expect(ask('GET', {}, '/')).toBe('in')
  })
  it('nobody goes about: a path that another would be made of behind the door is none', () => {
    for (const at of [
      '/_next/static/../../class',
      '/_next/static/%2e%2e/%2E%2E/class',
      '/_next/static/..\\..\\class',
      '/_next/static/..%5c..%5cclass',
      '/s/aaaaaaaaaaaaaaaaaaaaaa/../../class',
      '/./class',
      '/pieces/..',
      '//class',
    ])
      expect(pathOf(at), at).toBeNull()
    expect(pathOf('/pieces/a..b/.c/d.')).toBe('/pieces/a..b/.c/d.')
  })
  it('addresses are read once', () => {
    expect([pathOf('/a%20b?x=%zz'), pathOf('/%zz'), pathOf('http://x/'), pathOf('*'), pathOf('/%00')]).toEqual([
      '/a b',
      null,
      null,
      null,
      null,
    ])
  })
})

it('the policy of a page lets no script in that does not carry its nonce', () => {
  expect(contentPolicy('abc')).toMatch(/script-src 'self' 'nonce-abc' 'wasm-unsafe-eval';/)
  expect(contentPolicy('abc')).toContain("form-action 'self'")
  expect(/script-src[^;]*unsafe-(inline|eval)'/.test(contentPolicy('abc').replace("'wasm-unsafe-eval'", ''))).toBe(false)
})
