'use client'

import { sendToShelf } from '@/ui/session/put'
import { createBring } from './bringStore'
import { readInWorker } from './reader'

let added: (of: string, only: string | null) => void = () => undefined

/** What is brought in this window. It outlives the page: a trouble stays until it is put away, also while a piece is looked at. */
export const bringing = createBring({ read: readInWorker, put: sendToShelf, added: (of, only) => added(of, only) })

/** Says what is to be done when something was added. */
export const onAdded = (then: typeof added): void => {
  added = then
}
