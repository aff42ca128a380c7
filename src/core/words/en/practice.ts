import { count, plural, sayTimes } from '../../count'
import { capital, inSentence, sayList } from '../../names'
import { sayWeekday, weekdayName } from '../../plan/calendar'
import type { DayPlan, ItemFacts, Left, PlanHelp, PlanProblem } from '../../practice/dayPlan'

/** What is practised on a day, in one sentence: "Measure 6 again on Thursday: last clean 3 days ago." */
export function sayItem(f: ItemFacts): string {
  switch (f.kind) {
    case 'new':
      return `New: ${inSentence(f.says)} of ${f.title}.${f.prepares.length ? ` It gets you ready for ${sayList(f.prepares)}.` : ''}`
    case 'join':
      return f.line ? `Play ${inSentence(f.says)} of ${f.title} in one go.` : `Put ${inSentence(f.says)} of ${f.title} together.`
    case 'review': {
      const ago = f.days === 1 ? 'the day before' : `${count(f.days, 'day')} ago`
      const why = f.recorded
        ? `${f.sure ? 'last clean' : f.slipped ? 'it slipped' : 'not clean often enough'} ${ago}`
        : `${count(f.days, 'day')} since last time`
      if (f.early) return `${f.says} of ${f.title} once more. There is time for it.`
      const alone =
        f.often &&
        ` It slipped ${sayTimes(f.often.slips)}. Do ${f.often.alone ? `${inSentence(f.often.alone)} alone first` : 'half of it at a time, slower'}.`
      return `${f.says} of ${f.title} again on ${sayWeekday(f.date)}: ${why}.${alone ?? ''}`
    }
    case 'run-through':
      return f.part
        ? `Play ${inSentence(f.says)} of ${f.title} without stopping: ${f.part.of === 2 ? `the ${['first', 'second'][f.part.nth - 1]} half` : `part ${f.part.nth} of ${f.part.of}`}. The whole piece takes longer than a day’s minutes.`
        : `Play ${f.title} from beginning to end without stopping.`
  }
}

/** What pupils read of a day: there is one in each language. */
export const ITEMS = { sayItem }
export type ItemWords = typeof ITEMS

/** Chunks that are named of those that are not reached. */
const NAMED = 3

/** What of a plan does not fit, and what was tried and would help. */
export function sayPlanProblem(p: PlanProblem): string {
  if (p.kind === 'no day') return 'There is no practice day between these dates. Choose more days, or a later date.'
  const of = (...kinds: Left['kind'][]) => p.left.filter((x) => kinds.includes(x.kind))
  const time = `${count(p.days, 'day')} of ${count(p.minutes, 'minute')}`
  const chunks = of('chunk')
  const named = chunks.slice(0, NAMED).map((x) => `${x.says.toLowerCase()} of ${x.piece}`)
  const others = chunks.length > NAMED ? ` and ${chunks.length - NAMED} more` : ''
  const runs = [...new Set(p.left.map((x) => x.piece))]
  const head = chunks.length
    ? `${capital(time)} ${plural(p.days, 'is', 'are')} too short for ${sayList(named)}${others}.`
    : of('join', 'line').length
      ? `${capital(time)} ${plural(p.days, 'is', 'are')} too short to put all the parts together.`
      : `${capital(time)} ${plural(p.days, 'is', 'are')} too short to run ${sayList(runs)} through before the last day.`
  const helps = p.helps.map(sayHelp)
  return helps.length
    ? `${head} This would fit: ${helps.join(', or ')}.`
    : `${head} Even ${[`${p.tried.minutes} minutes a day`, ...(p.tried.days ? ['more days a week'] : []), ...(p.tried.pieces ? ['one piece fewer'] : [])].join(' or ')} would not fit.`
}

function sayHelp(h: PlanHelp): string {
  switch (h.kind) {
    case 'minutes':
      return `${h.minutes} minutes a day`
    case 'weekday':
      return `${sayList(h.weekdays.map((d) => `${weekdayName(d)}s`))} as well`
    case 'without':
      return `without ${h.piece}`
    case 'less':
      return `${h.piece} only up to ${h.says}`
  }
}

/** Whom a drill helps: "Helps at 19 places in every seat.", "Helps the violin at 12 places, the cello at 7." */
export function sayServed(served: readonly { readonly name: string; readonly times: number }[], seats: number): string {
  if (served.length === 0) return ''
  const [{ times }] = served
  if (served.length === seats && seats > 1 && served.every((s) => s.times === times))
    return `Helps at ${count(times, 'place')} in every seat.`
  return `Helps ${sayList(served.map((s, i) => `the ${inSentence(s.name)} at ${i === 0 ? count(s.times, 'place') : s.times}`))}.`
}

/** That far less time would do. */
export const saySpare = ({ needs, minutes }: NonNullable<DayPlan['spare']>): string =>
  `${count(needs, 'minute')} a day would be enough. You have ${minutes}.`
