import { sayTempo } from '@/core/piece/headline'
import { careOf } from '@/core/drills/care'
import { drillWords } from '@/core/words/drills'
import { practised } from '@/core/drills/practised'
import { USUAL_TEMPO } from '@/core/performance/tempo'
import type { Done } from '@/core/practice/dayPlan'
import { atOwnTempo } from '@/core/practice/ownTempo'
import { stockOf, todayOf } from '@/core/practice/today'
import { ensembleMapper } from '@/core/balance/ensemble'
import type { SheetSource } from '@/core/sheets/made'
import { seatsOf, type SeatId } from '@/core/seats/seat'

/** Somebody who practises by themselves: what they did of the piece. */
type Alone = { readonly done: readonly Done[] }

/** One thing of a warm-up as it is told to a seat, or (null) to the class; `music`: what is played, where there is any. */
export type WarmupItem = {
  readonly id: string
  readonly title: string
  readonly says: string
  readonly minutes: number
  /** What the hand has to mind in it; null where nothing strains. */
  readonly care: string | null
  readonly music: SheetSource | null
}

/**
 * The warm-up of a piece as the teacher has settled it, as it is told to the class or to a seat in it. `alone`: of somebody who
 * practises by themselves, the hard places of their seat, nothing in which they would play along, and the passage at their tempo.
 */
export function warmupItems(
  { piece, plan, klass }: SheetSource,
  seat: SeatId | null,
  alone: Alone | null = null,
): { readonly items: readonly WarmupItem[]; readonly minutes: number } {
  const seats = seatsOf(klass)
  const w = drillWords(klass.talk).DRILL_LINE
  const c = practised(piece, seats, ensembleMapper()(piece, plan, klass), null, { ...plan, reads: klass.reads, talk: klass.talk })
  const stock = stockOf(c)
  const today = todayOf(
    stock,
    alone ? atOwnTempo(stock, plan.warmup, piece.tempo ?? USUAL_TEMPO, alone.done) : plan.warmup,
    alone ? seat : null,
  )
  return {
    minutes: today.minutes,
    items: today.items.map((item): WarmupItem => {
      if ('step' in item) {
        const { id, title, words, minutes, caution } = item.step
        return { id, title, says: words, minutes, care: caution && careOf(['shift'], klass.talk), music: null }
      }
      const { drill } = item
      const does = seat === null ? null : drill.companions[seat]
      const others = seats.flatMap((s) => {
        const other = drill.companions[s.id]
        return seat === null && other ? [{ name: s.name, does: other }] : []
      })
      const what = does ? w.playsAlong(does) : drill.purpose
      return {
        id: item.id,
        title: drill.title,
        says: `${what}${others.length > 0 ? ` ${w.others(others)}.` : ''} ${sayTempo(drill.meter, drill.tempo)}, ${w.times(drill.times)}.`,
        minutes: item.minutes,
        care: careOf(drill.strains, klass.talk),
        music: { piece: drill.piece, plan: drill.plan, klass },
      }
    }),
  }
}
