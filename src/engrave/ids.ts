import type { Row } from './rows'

/** Between a seat and an event: neither id has it. */
const BETWEEN = '--'

/** Id of an event's element in the engraving. */
export const eventId = (seat: string, event: string): string => `${seat}${BETWEEN}${event}`

/** Id of a note: the event's own, or of a chord that of a head, from low to high. */
export const headId = (seat: string, event: string, head: number | null): string =>
  head === null ? eventId(seat, event) : `${eventId(seat, event)}-h${head}`

/** Id of the text of a row under an event. */
export const rowId = (seat: string, event: string, row: Row): string => `${eventId(seat, event)}-${row}`

/** The seat and event of an element, whether it is the event's own or that of a head of its chord; null for all others. */
export function eventIdIn(id: string): { readonly seat: string; readonly event: string } | null {
  const [seat, rest] = id.split(BETWEEN)
  return rest ? { seat, event: rest.replace(/-h\d+$/, '') } : null
}
