import { cleanup, configure } from '@testing-library/react'
import { afterEach } from 'vitest'

// What is hidden is not looked for: whether each parent of each element is shown took most of the time.
configure({ defaultHidden: true })
// Each test has the page to itself.
afterEach(cleanup)

// What jsdom has not, and components ask for.
Element.prototype.scrollIntoView ??= () => undefined
window.matchMedia ??= (query: string) =>
  ({ matches: false, media: query, addEventListener: () => undefined, removeEventListener: () => undefined }) as unknown as MediaQueryList
class Watcher {
  observe() {}
  unobserve() {}
  disconnect() {}
}
globalThis.ResizeObserver ??= Watcher as unknown as typeof ResizeObserver
