import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type axe from 'axe-core'
import { expect, type Page } from './test'

const SOURCE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

/** The bench, which is looked at where it is all that there is: two thousand marks, the same on each step of the desk. */
export const BENCH = '[aria-label="Bench"]'

type Where = {
  /** Only what stands within it. */
  readonly within?: string
  /** Only this rule. */
  readonly only?: string
  /** The bench too. */
  readonly bench?: boolean
}

/**
 * What axe finds. The engraving is one picture to the reader of a screen, its inside is left out for the sake of time; so are
 * the places of what passed. It is read once for each page that was loaded, and not for each look.
 */
export async function found(page: Page, { within, only, bench = false }: Where = {}): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(`${SOURCE};0`)
  const exclude = [['.score svg'], ['.system svg'], ...(bench ? [] : [[BENCH]])]
  return page.evaluate(
    async ({ context, only }) => {
      const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(context, {
        resultTypes: ['violations'],
        preload: false,
        ...(only && { runOnly: [only] }),
      })
      return violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`)
    },
    { context: { ...(within && { include: [[within]] }), exclude }, only },
  )
}

/** Goes to the other theme and back, as the button does; a colour that fades would be measured on its way. */
const dark = (page: Page, on: boolean) =>
  page.evaluate((is) => {
    document.documentElement.classList.toggle('dark', is)
    return Promise.all(document.getAnimations().flatMap((a) => (a instanceof CSSTransition ? [a.finished.catch(() => null)] : [])))
  }, on)

/** Nothing is found, in either theme: what has a name in the light has it in the dark, where the colours alone are otherwise. */
export async function clean(page: Page, where: string, of: Where = {}): Promise<void> {
  expect(await found(page, of), where).toEqual([])
  await dark(page, true)
  expect(await found(page, { ...of, only: 'color-contrast' }), `${where}, in the dark`).toEqual([])
  await dark(page, false)
}
