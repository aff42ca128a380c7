import { createStore, keys, type UseStore } from 'idb-keyval'

let held: UseStore | null = null
/** Where changes are kept in this browser until they are acknowledged. */
export const outboxStore = (): UseStore => (held ??= createStore('even-seat', 'outbox'))

/** Whether anything is kept that no server has acknowledged. */
export const hasUnsent = async (): Promise<boolean> => (await keys(outboxStore())).length > 0
