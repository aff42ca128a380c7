/** How much is written in under the notes of a part. */
export const AMOUNTS = ['all', 'changes', 'new', 'trouble', 'unread', 'none'] as const

export type Amount = (typeof AMOUNTS)[number]
