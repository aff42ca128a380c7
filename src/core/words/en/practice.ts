import { count, plural } from '../../count'
import { capital, sayList } from '../../names'
import { sayWeekday } from '../../plan/calendar'
import type { ItemFacts, PlanProblem } from '../../practice/dayPlan'

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
      return `${f.says} of ${f.title} again on ${sayWeekday(f.date)}: ${why}.`
    }
    case 'run-through':
      return `${f.title} from beginning to end, without stopping.`
  }
}

/** Chunks that are named of those that are not reached. */
const NAMED = 3

/** What of a plan does not fit, and what would make it fit. */
export function sayPlanProblem(p: PlanProblem): string {
  if (p.kind === 'no day') return 'There is no day to practise on between these dates.'
  const what = p.left.filter((x) => x.kind === 'chunk')
  const time = `${count(p.days, 'day')} of ${count(p.minutes, 'minute')}`
  const named = what.slice(0, NAMED).map((x) => `${x.says.toLowerCase()} of ${x.piece}`)
  const others = what.length > NAMED ? ` and ${what.length - NAMED} more` : ''
  const head = what.length
    ? `${capital(sayList(named))}${others} ${plural(what.length, 'is', 'are')} not reached in ${time}.`
    : `All is learned, but not all is joined in ${time}.`
  const pieces = [...new Set(what.map((x) => x.piece))]
  const ways = [
    ...(p.more === null ? [] : [`${p.more} minutes a day`]),
    ...(what.length && what.length < p.of
      ? [`${count(p.of - what.length, 'part')} of ${p.of} only${pieces.length === 1 ? ` (less of ${pieces[0]})` : ''}`]
      : []),
  ]
  return ways.length ? `${head} What would make it fit: ${ways.join(', or ')}.` : head
}
