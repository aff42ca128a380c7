import type { SeatMap } from '@/core/fingering/map'
import { beatOf } from '@/core/music/time'
import type { Piece } from '@/core/piece/piece'
import { callsOf, sayCall } from '@/core/reading/calls'
import { DEFAULT_CALLS } from '@/core/plan/talk'
import { isShown } from '@/core/reading/choice'
import { formOf, sayLearning, sayLikeness } from '@/core/reading/form'
import { sayFirst } from '@/core/words/en/digest'
import { tellingOf } from '@/core/words/en/fingering'
import { PLAIN_TONGUE } from '@/core/words/en/hands'
import { sayRun } from '@/core/words/en/reading'
import { said } from '@/core/words/en/spots/said'
import { readingOf } from '@/core/reading/reading'
import { spotsOf } from '@/core/reading/spots'
import type { ClassSettings } from '@/core/plan/class'
import { evennessOf } from '@/core/balance/evenness'
import { loadOf } from '@/core/balance/load'

/** Measures as printed: a number where it is one. */
type Printed = number | string
const numbered = (n: string): Printed => (/^\d+$/.test(n) ? Number(n) : n)
const rounded = (x: number): number => Math.round(x * 100) / 100

/** What a piece holds for the readers of a class: what trips whom, what is called, how it is built, how evenly it loads. */
export type ReadReport = {
  readonly file: string
  readonly spots: readonly {
    readonly seat: string
    readonly kind: string
    readonly measure: Printed
    /** In written beats, counted from 1. */
    readonly beat: number
    /** 0 to 1. */
    readonly hard: number
    readonly text: string
    readonly advice: string
  }[]
  /** What to say to the class before it plays, the first thing first. */
  readonly digest: readonly {
    readonly text: string
    readonly advice: string
    readonly seats: readonly string[]
    readonly measures: readonly Printed[]
    readonly kinds: readonly string[]
  }[]
  /** By seat. */
  readonly calls: Readonly<Record<string, readonly { readonly measure: Printed; readonly text: string }[]>>
  readonly form: {
    readonly text: string
    readonly learn: readonly Printed[]
    readonly measures: readonly { readonly measure: Printed; readonly name: string; readonly like?: string }[]
    readonly runs: readonly { readonly measure: Printed; readonly beat: number; readonly text: string }[]
  }
  /** Loads in points; `figure` up to 1. */
  readonly evenness: {
    readonly figure: number
    readonly wait: number
    readonly total: number
    readonly bySeat: Readonly<Record<string, number>>
    readonly heaviest: string
    readonly lightest: string
  }
}

/** Reads a mapped piece as the class sees it on the desk: the same spots, the calls of a class of which nothing has been said. */
export function readReportOf(file: string, piece: Piece, maps: readonly SeatMap[], klass: Pick<ClassSettings, 'spots'>): ReadReport {
  const spots = maps
    .flatMap((m) => {
      const reading = readingOf(piece, m)
      return spotsOf(piece, m)
        .filter((s) => isShown(s, { kinds: {}, muted: [] }, klass.spots))
        .map((s) => ({ s: said(s, tellingOf(m, PLAIN_TONGUE)), placed: reading.byEvent.get(s.event)!.placed }))
    })
    .sort((a, b) => a.s.onset - b.s.onset || b.s.hard - a.s.hard)
  const line = maps[0]?.line ?? piece.lines[0]
  const form = formOf(piece, line)
  const number = (index: number) => line.measures[index].number
  const even = evennessOf(Object.fromEntries(maps.map((m) => [m.seat.id, loadOf(piece, m).byMeasure])))
  return {
    file,
    spots: spots.map(({ s, placed }) => ({
      seat: s.seat,
      kind: s.kind,
      measure: numbered(s.measure),
      beat: beatOf(placed.into, placed.at.meter),
      hard: rounded(s.hard),
      text: s.text,
      advice: s.advice,
    })),
    digest: sayFirst(piece, maps, { kinds: {}, muted: [] }, { spots: klass.spots, reads: {}, talk: PLAIN_TONGUE }).map((thing) => {
      const { text, advice, seats, measures, kinds } = thing
      return {
        text,
        advice,
        seats,
        measures: measures.map(numbered),
        kinds,
      }
    }),
    calls: Object.fromEntries(
      maps.map((m) => [
        m.seat.id,
        callsOf(readingOf(piece, m), DEFAULT_CALLS).map((c) => ({ measure: numbered(c.number), text: sayCall(c) })),
      ]),
    ),
    form: {
      text: sayLearning(form, line),
      learn: form.toLearn.map((i) => numbered(number(i))),
      measures: form.measures.map((u) => ({
        measure: numbered(number(u.from)),
        name: u.name,
        ...(u.like ? { like: sayLikeness(number(u.from), number(form.measures[u.like.unit].from), u.like.how) } : {}),
      })),
      runs: form.runs.map((r) => ({
        measure: numbered(r.from.at.measure.number),
        beat: beatOf(r.from.into, r.from.at.meter),
        text: sayRun('letters', r),
      })),
    },
    evenness: {
      figure: rounded(even.figure),
      wait: rounded(even.wait),
      total: rounded(even.total),
      bySeat: Object.fromEntries(Object.entries(even.bySeat).map(([seat, load]) => [seat, rounded(load)])),
      heaviest: even.heaviest,
      lightest: even.lightest,
    },
  }
}
