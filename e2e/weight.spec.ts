import { expect, test } from './test'
import { faces, MOST_FACES, weights } from '../scripts/sizes'

test('no page loads more before it can be worked with than it may, and the faces are cut to their signs', () => {
  for (const { name, kb, most } of weights()) expect(kb, `${name}: KB of script and style, packed`).toBeLessThanOrEqual(most)
  expect(faces(), 'KB of faces').toBeLessThanOrEqual(MOST_FACES)
})

test('the engraver is sent packed, and kept for good', async ({ request }) => {
  const at = '/vendor/verovio-6.3.0/verovio-module.mjs'
  const packed = await request.fetch(at, { headers: { 'accept-encoding': 'br, gzip' } })
  expect(packed.headers()).toMatchObject({ 'content-encoding': 'br', 'cache-control': 'public,max-age=31536000,immutable' })
  expect(Number(packed.headers()['content-length'])).toBeLessThan(2_200_000)
  const plain = await request.fetch(at, { headers: { 'accept-encoding': 'gzip' } })
  expect(plain.headers()['content-encoding']).toBe('gzip')
  expect((await request.get('/vendor/verovio-6.3.0/none.mjs')).status()).toBe(404)
  expect((await request.get('/vendor/..%2f..%2fpackage.json')).status()).toBe(400)
})
