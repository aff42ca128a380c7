import { schoolOf } from '../instruments/instrument'
import { dayNumber, dayOf, weekdayOf, type Day } from '../plan/calendar'
import { withChanges } from '../fingering/policy'
import type { ClassSettings } from '../plan/class'
import { seatsOf, type Seat } from '../seats/seat'
import { inWords, plural } from '../count'
import { capital, inSentence } from '../names'
import type { PieceFacts } from './facts'
import { stillNew } from './ledger'
import { bestPath, costOf, newAfter, type Ask } from './path'
import { buildsOn, knows } from './things'
import { sayLearnedThing } from '../plan/things'
import { type LearnedThing } from '../plan/things'

/** A piece of the path: what is new in it once those before it are learned, seat by seat, and what of that comes before what it builds on. */
export type Next = {
  readonly id: string
  readonly title: string
  readonly on: Day | null
  /** The teacher has given the place, or the day. */
  readonly pinned: boolean
  readonly dated: boolean
  readonly news: readonly { readonly seat: Seat; readonly things: readonly LearnedThing[] }[]
  /** "the violin has finger 4 before finger 3". */
  readonly early: readonly string[]
}

/** What comes next: the pieces in order, or why there is none; its squares of new things, and below which no order can be. */
export type WhatNext = {
  readonly pieces: readonly Next[]
  readonly exact: boolean
  readonly squares: number
  readonly least: number
  /** What the order of their titles would have. */
  readonly asGiven: number
  readonly problem: string | null
}

const DAYS_OF_WEEK = 7

/** The pieces that are put in order: those that are chosen, or all; none that is begun. */
export const inPath = ({ term }: ClassSettings, facts: readonly PieceFacts[]): PieceFacts[] =>
  facts.filter((f) => !term.begun.some((b) => b.piece === f.id) && (term.path.pieces === null || term.path.pieces.includes(f.id)))

/** The path through the pieces that are not begun, by what is new in them for the class as it stands. */
export function whatNext(klass: ClassSettings, all: readonly PieceFacts[]): WhatNext {
  const facts = inPath(klass, all)
  const seats = seatsOf(klass)
  const fresh = facts.map((f) => stillNew(f, klass.seats))
  const things = seats.map((s) => [...new Set(fresh.flatMap((n) => n[s.id]))])
  const { places, days } = klass.term.path
  const ask: Ask = {
    stops: facts.map((f, i) => ({
      id: f.id,
      load: f.load,
      news: seats.map((s, k) => fresh[i][s.id].map((t) => things[k].indexOf(t))),
      place: places[f.id] ?? null,
      day: days[f.id] ?? null,
    })),
    on: seats.map((s, k) =>
      things[k].map((t) => allBasesOf(klass, s, t).flatMap((u) => (things[k].includes(u) ? [things[k].indexOf(u)] : []))),
    ),
  }
  const path = bestPath(ask)
  const asGiven = costOf(ask, [...ask.stops.keys()])
  if (!path)
    return {
      pieces: [],
      exact: true,
      squares: 0,
      least: 0,
      asGiven: asGiven[1],
      problem:
        'Your places and days don’t go together: two pieces share a place, a place is past the end, or a day and a place disagree. Change one back to any order.',
    }
  const on = daysFor(
    path.order.map((i) => facts[i].id),
    klass,
  )
  const met = seats.map(() => new Set<number>())
  const pieces = path.order.map((i, at): Next => {
    const f = facts[i]
    const now = newAfter(met, ask.stops[i])
    const early = seats.flatMap((s, k) =>
      now[k].flatMap((t) =>
        missing(klass, s, things[k][t], things[k])
          .filter((u) => !ask.stops[i].news[k].includes(things[k].indexOf(u)) && !met[k].has(things[k].indexOf(u)))
          .map(
            (u) =>
              `${inSentence(s.name)} gets ${sayLearnedThing(klass.talk, s.instrument, things[k][t])} before ${sayLearnedThing(klass.talk, s.instrument, u)}`,
          ),
      ),
    )
    seats.forEach((_, k) => now[k].forEach((t) => met[k].add(t)))
    return {
      id: f.id,
      title: f.title,
      on: on[at],
      pinned: f.id in places,
      dated: f.id in days,
      news: seats.flatMap((seat, k) => (now[k].length > 0 ? [{ seat, things: now[k].map((t) => things[k][t]) }] : [])),
      early,
    }
  })
  return { pieces, exact: path.exact, squares: path.cost[1], least: path.least, asGiven: asGiven[1], problem: null }
}

/** What a thing builds on for a seat, by the school that its class follows. */
const basesOf = (klass: ClassSettings, seat: Seat, thing: LearnedThing): LearnedThing[] =>
  buildsOn(seat.instrument, schoolOf(seat.instrument, withChanges(klass.policy, seat.policy).school), thing)

/** The same with what those are built on, and so on: the nearest first. */
function allBasesOf(klass: ClassSettings, seat: Seat, thing: LearnedThing): LearnedThing[] {
  const found: LearnedThing[] = []
  const open = [thing]
  for (let t = open.shift(); t !== undefined; t = open.shift())
    for (const u of basesOf(klass, seat, t))
      if (!found.includes(u)) {
        found.push(u)
        open.push(u)
      }
  return found
}

/** What a thing builds on that is not known: its own bases, and of what those build on what a piece brings. */
const missing = (klass: ClassSettings, seat: Seat, thing: LearnedThing, brought: readonly LearnedThing[]): LearnedThing[] => {
  const own = basesOf(klass, seat, thing)
  return allBasesOf(klass, seat, thing).filter((u) => !knows(seat.learned, u) && (own.includes(u) || brought.includes(u)))
}

/**
 * The day on which each piece of an order begins: its own where the teacher has given one; else so many weeks after the one
 * before; where a given day comes sooner than that, those before it share the time evenly. What is not given falls on a day
 * on which the class meets, where that is known and no given day comes before it. Null without a first day.
 */
export function daysFor(order: readonly string[], { term }: Pick<ClassSettings, 'term'>): (Day | null)[] {
  const { from, weeks, days } = term.path
  const { meets } = term
  const given = order.map((id) => (days[id] ? dayNumber(days[id]) : null))
  const start = given[0] ?? (from ? dayNumber(from) : null)
  const first = given.findIndex((d) => d !== null)
  if (start === null && first < 0) return order.map(() => null)
  const step = weeks * DAYS_OF_WEEK
  const out: number[] = []
  for (let i = 0; i < order.length; i++) {
    const own = given[i]
    if (own !== null) {
      out.push(own)
      continue
    }
    const next = given.findIndex((d, j) => j > i && d !== null)
    const last = i === 0 ? (start ?? given[next]! - next * step) : out[i - 1]
    if (i === 0) {
      out.push(next > 0 && start !== null ? Math.min(start, given[next]!) : last)
      continue
    }
    out.push(next < 0 ? last + step : Math.min(last + step, last + Math.floor(Math.max(0, given[next]! - last) / (next - i + 1))))
  }
  if (meets.length === 0) return out.map(dayOf)
  return out.map((day, i) => {
    if (given[i] !== null) return dayOf(day)
    const end = given.find((d, j) => j > i && d !== null) ?? Infinity
    const near = Array.from({ length: DAYS_OF_WEEK }, (_, n) => day + n)
    return dayOf(near.find((d) => d <= end && meets.includes(weekdayOf(d))) ?? day)
  })
}

/** How good the order is, as far as that is known. */
export function sayOrder({ pieces, exact, squares, least, problem }: WhatNext): string {
  if (problem) return problem
  if (pieces.length === 0) return 'No pieces left to put in order.'
  const sum = pieces.reduce((n, p) => n + p.news.reduce((m, x) => m + x.things.length, 0), 0)
  if (sum === 0) return 'Nothing in these pieces is new for this class, so the easiest comes first.'
  const most = Math.max(...pieces.flatMap((p) => p.news.map((x) => x.things.length)))
  const best = exact || squares === least
  const atOnce = `${best && pieces.length > 1 ? 'This order brings the fewest new things at once' : 'New things at once in this order'}: at most ${inWords(most)} for any seat in one piece.`
  const early = pieces.reduce((n, p) => n + p.early.length, 0)
  const but =
    early > 0
      ? ` ${capital(inWords(early))} ${plural(early, 'thing')} ${early === 1 ? 'comes before what it builds' : 'come before what they build'} on.`
      : ''
  return `${atOnce}${but}${best ? '' : ' There may be a better order. With this many pieces we didn’t try them all.'}`
}
