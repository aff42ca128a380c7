import { expect, test, type APIRequestContext } from './test'
import { emptyPlan, withPin } from '../src/core/plan/plan'
import { CLASS_API, ORIGIN, pieceIn } from './origin'

/** Id of some piece of the shelf. */
async function somePiece(request: APIRequestContext): Promise<string> {
  const page = await (await request.get('/')).text()
  return pieceIn(page)
}
/** A request without a page says which page it would come from. */
const put = (request: APIRequestContext, id: string, data: unknown, origin = ORIGIN) =>
  request.put(`${CLASS_API}/piece/${id}`, { data: data as object, headers: { origin } })

test('a save is refused when it is no plan, on no piece, or on another version', async ({ request }) => {
  const id = await somePiece(request)
  const title = /<title>(.*?) · Even Seat<\/title>/.exec(await (await request.get(`/pieces/${id}`)).text())![1].replace('&#x27;', "'")
  const bad = await put(request, id, { base: 1, plan: { octaves: 'high' } })
  expect(bad.status()).toBe(400)
  expect(((await bad.json()) as { error: string }).error).toBeTruthy()
  expect((await put(request, 'none', { base: 1, plan: emptyPlan(), title: 'x' })).status()).toBe(404)
  expect((await put(request, '00000000-0000-4000-8000-000000000000', { base: 1, plan: emptyPlan(), title })).status()).toBe(404)
  const newer = await put(request, id, { base: 999, plan: emptyPlan(), title })
  expect(newer.status()).toBe(409)
  const { version } = (await newer.json()) as { version: number }
  const saved = await put(request, id, { base: version, plan: withPin(emptyPlan(), 'viola', 'a0', { fingers: [1] }), title })
  expect(await saved.json()).toEqual({ ok: true, version: version + 1 })
  expect((await put(request, id, { base: version, plan: emptyPlan(), title })).status()).toBe(409)
  expect((await put(request, id, { base: version + 1, plan: emptyPlan(), title })).ok()).toBe(true)
})

test('pages say plainly when there is no such piece', async ({ page }) => {
  for (const address of ['/pieces/none', '/pieces/00000000-0000-4000-8000-000000000000', '/pieces/none/print', '/pieces/none/write']) {
    const response = await page.goto(address)
    expect(response?.status()).toBe(404)
    await expect(page.getByRole('heading', { name: 'No such piece' })).toBeVisible()
  }
})

test('nothing is asked of any other host, and the policy of the page holds', async ({ page, request }) => {
  const elsewhere: string[] = []
  const complaints: string[] = []
  page.on('request', (r) => {
    const url = new URL(r.url())
    if (!['127.0.0.1', ''].includes(url.hostname)) elsewhere.push(r.url())
  })
  page.on('console', (m) => {
    if (m.type() === 'error') complaints.push(m.text())
  })
  page.on('pageerror', (e) => complaints.push(e.message))
  await page.goto(`/pieces/${await somePiece(request)}`)
  await page.getByRole('radio', { name: 'Score' }).click()
  await expect(page.locator('.score svg').first()).toBeVisible()
  await page.getByRole('link', { name: 'Print & share' }).click()
  await expect(page.locator('.page').first()).toBeVisible()
  await page.goto('/new')
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByText('Reads well.')).toBeVisible()
  expect(elsewhere).toEqual([])
  expect(complaints).toEqual([])
})
