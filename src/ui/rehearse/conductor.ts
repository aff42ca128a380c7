import type { Cue, Take, TakeBeat, TakeNote } from '@/core/sounding/take'

/** What is played: a take after another; null ends it. Asked shortly before each begins. */
export type Program = { readonly next: () => Take | null }

/** What is struck, and what is seen, at its time (seconds of the clock that sounds). */
export type StruckNow = { readonly kind: 'note'; readonly note: TakeNote } | { readonly kind: 'beat'; readonly beat: TakeBeat }
export type SeenNow =
  | { readonly kind: 'take'; readonly take: Take }
  | { readonly kind: 'beat'; readonly beat: TakeBeat }
  | { readonly kind: 'cue'; readonly cue: Cue }
  /** The music of a take has ended: what follows is its breath. */
  | { readonly kind: 'ended' }
  | { readonly kind: 'over' }

export type Hands = {
  readonly strike: (what: StruckNow, at: number) => void
  readonly show: (what: SeenNow, at: number) => void
}

/** How far ahead is struck: longer than the page is ever busy. Seconds. */
export const AHEAD = 0.3
/** How long before its beginning the next take is asked for. */
const ASKED = 0.4
/** The pause between the press and the first count. */
export const SETTLE = 0.12

type At<T> = { readonly at: number; readonly what: T }

/**
 * Leads a program along a clock: what sounds is struck ahead of its time, each thing once and in order; what is seen is
 * shown when it is heard. Knows nothing of sound: the clock and the hands are given.
 */
export function conductor(program: Program, hands: Hands, from: number) {
  let toStrike: At<StruckNow>[] = []
  let toShow: At<SeenNow>[] = []
  let begins = from + SETTLE
  let asked = true
  let late = 0

  const ask = () => {
    const take = program.next()
    if (!take) {
      asked = false
      toShow.push({ at: begins, what: { kind: 'over' } })
      return
    }
    const sounds: At<StruckNow>[] = [
      ...take.notes.map((note): At<StruckNow> => ({ at: begins + note.at, what: { kind: 'note', note } })),
      ...take.beats.map((beat): At<StruckNow> => ({ at: begins + beat.at, what: { kind: 'beat', beat } })),
    ]
    toStrike = [...toStrike, ...sounds.sort((a, b) => a.at - b.at)]
    toShow = [
      ...toShow,
      { at: begins, what: { kind: 'take', take } },
      ...[
        ...take.beats.map((beat): At<SeenNow> => ({ at: begins + beat.at, what: { kind: 'beat', beat } })),
        ...take.cues.map((cue): At<SeenNow> => ({ at: begins + cue.at, what: { kind: 'cue', cue } })),
        { at: begins + take.ends, what: { kind: 'ended' } as SeenNow },
      ].sort((a, b) => a.at - b.at),
    ]
    begins += Math.max(take.lasts, 0.05)
  }

  return {
    /** Strikes what is due by `now` and a little beyond. */
    tick(now: number): void {
      while (asked && begins < now + ASKED) ask()
      let i = 0
      for (; i < toStrike.length && toStrike[i].at < now + AHEAD; i++) {
        const { at, what } = toStrike[i]
        if (at < now) late++
        hands.strike(what, Math.max(at, now))
      }
      if (i > 0) toStrike = toStrike.slice(i)
    },
    /** Shows what is heard by now. */
    frame(heard: number): void {
      let i = 0
      for (; i < toShow.length && toShow[i].at <= heard; i++) hands.show(toShow[i].what, toShow[i].at)
      if (i > 0) toShow = toShow.slice(i)
    },
    /** How many things were struck after their time. */
    late: () => late,
  }
}

/** Two readings of one instant, as an AudioContext gives them: seconds that are heard, milliseconds of the page. */
export type Stamp = { readonly contextTime: number; readonly performanceTime: number }

/** What is heard at a time of the page; and when, on the page's clock, a time of the context is heard. */
export const heardAt = (s: Stamp, pageNow: number): number => s.contextTime + (pageNow - s.performanceTime) / 1000
export const dueAt = (s: Stamp, at: number): number => s.performanceTime + (at - s.contextTime) * 1000
