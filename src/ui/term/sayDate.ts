import { format, parseISO } from 'date-fns'

/** "Monday 7 September 2026". */
export const sayDate = (day: string): string => format(parseISO(day), 'EEEE d MMMM yyyy')
