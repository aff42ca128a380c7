import { count, plural } from '../../count'
import { capital, sayList } from '../../names'
import { sayWeekday, weekdayName } from '../../plan/calendar'
import type { DayPlan, ItemFacts, Left, PlanHelp, PlanProblem } from '../../practice/dayPlan'

/** What is practised on a day, in one sentence: "Measure 6 again on Thursday: last clean 3 days ago." */
export function sayItem(f: ItemFacts): string {
  switch (f.kind) {
    case 'new':
      return `${f.says} of ${f.title}, new.${f.prepares.length ? ` It prepares ${sayList(f.prepares)}.` : ''}`
    case 'join':
      return f.line ? `${f.says} of ${f.title} in one go.` : `${f.says} of ${f.title}, joined across the border.`
    case 'review': {
      const ago = f.days === 1 ? 'the day before' : `${count(f.days, 'day')} ago`
      const why = f.recorded
        ? `${f.sure ? 'last clean' : f.slipped ? 'it slipped' : 'not clean often enough'} ${ago}`
        : `${count(f.days, 'day')} after the last time`
      if (f.early) return `${f.says} of ${f.title} once more: there is time for it.`
      const alone =
        f.often &&
        ` It slipped ${count(f.often.slips, 'time')}: ${f.often.alone ? `${f.often.alone} alone first` : 'half of it at a time, slower'}.`
      return `${f.says} of ${f.title} again on ${sayWeekday(f.date)}: ${why}.${alone ?? ''}`
    }
    case 'run-through':
      return f.part
        ? `${f.says} of ${f.title} without stopping: ${f.part.of === 2 ? `the ${['first', 'second'][f.part.nth - 1]} half` : `part ${f.part.nth} of ${f.part.of}`}, as all of it takes longer than a day has.`
        : `${f.title} from beginning to end, without stopping.`
  }
}

/** Chunks that are named of those that are not reached. */
const NAMED = 3

/** What of a plan does not fit, and what was tried and would help. */
export function sayPlanProblem(p: PlanProblem): string {
  if (p.kind === 'no day') return 'There is no day to practise on between these dates.'
  const of = (...kinds: Left['kind'][]) => p.left.filter((x) => kinds.includes(x.kind))
  const time = `${count(p.days, 'day')} of ${count(p.minutes, 'minute')}`
  const chunks = of('chunk')
  const named = chunks.slice(0, NAMED).map((x) => `${x.says.toLowerCase()} of ${x.piece}`)
  const others = chunks.length > NAMED ? ` and ${chunks.length - NAMED} more` : ''
  const runs = [...new Set(p.left.map((x) => x.piece))]
  const head = chunks.length
    ? `${capital(sayList(named))}${others} ${plural(chunks.length, 'is', 'are')} not reached in ${time}.`
    : of('join', 'line').length
      ? `All is learned, but not all is joined in ${time}.`
      : `${sayList(runs)} ${plural(runs.length, 'is', 'are')} learned in ${time}, but there is no time left to run ${plural(runs.length, 'it', 'them')} through before the last day.`
  const helps = p.helps.map(sayHelp)
  return helps.length
    ? `${head} What would make it fit: ${helps.join(', or ')}.`
    : `${head} It would not fit with ${[`${p.tried.minutes} minutes a day`, ...(p.tried.days ? ['more days a week'] : []), ...(p.tried.pieces ? ['one piece less'] : [])].join(' or ')} either.`
}

function sayHelp(h: PlanHelp): string {
  switch (h.kind) {
    case 'minutes':
      return `${h.minutes} minutes a day`
    case 'weekday':
      return `${sayList(h.weekdays.map((d) => `${weekdayName(d)}s`))} too`
    case 'without':
      return `without ${h.piece}`
    case 'less':
      return `${h.piece} as far as ${h.says}`
  }
}

/** That far less time would do. */
export const saySpare = ({ needs, minutes }: NonNullable<DayPlan['spare']>): string =>
  `${count(needs, 'minute')} a day would do; there are ${minutes}.`
