/** What Read shows, the first thing first. */
export const READ_TABS = ['first', 'spots', 'form', 'calls', 'spacing', 'counts', 'key'] as const
export type ReadTab = (typeof READ_TABS)[number]
