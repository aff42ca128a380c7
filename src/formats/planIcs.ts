import { capital } from '@/core/names'
import { sayBeatTempo } from '@/core/piece/headline'
import { strToU8 } from 'fflate'
import ical from 'ical-generator'
import { count, sayMinutes } from '@/core/count'
import { DAY_MS, dayNumber } from '@/core/plan/calendar'
import type { PlannedDay } from './planFile'

/** A plan as entries of a calendar (iCalendar, RFC 5545): one for each day, all day long. `now` in milliseconds. */
export function planIcs(days: readonly PlannedDay[], now: number): Uint8Array {
  const calendar = ical({ name: 'Practice', prodId: { company: 'Even Seat', product: 'Practice plan' } })
  for (const d of days.filter((x) => x.items.length > 0))
    calendar.createEvent({
      // The same day of the plan is the same entry: an import that comes again changes it instead of doubling it.
      id: `practice-${d.date}@even-seat`,
      start: new Date(dayNumber(d.date)! * DAY_MS),
      allDay: true,
      stamp: new Date(now),
      summary: `Practice: ${count(d.items.length, 'task')}, ${sayMinutes(d.minutes)}`,
      description: d.items
        .map(
          (x) =>
            `${x.text} ${capital(sayMinutes(x.minutes))}, ${x.times === 1 ? 'once' : `${x.times} times clean`}, ${sayBeatTempo(x.beat, x.tempo)}.`,
        )
        .join('\n'),
    })
  return strToU8(calendar.toString())
}
