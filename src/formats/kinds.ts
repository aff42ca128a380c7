/** What a piece can be taken away as. */
export const EXPORTS = ['musicxml', 'mxl', 'abc', 'midi', 'csv', 'json'] as const
export type ExportKind = (typeof EXPORTS)[number]

/** All seats, where one could be named: no seat may have this id. */
export const ALL_SEATS = 'all'
