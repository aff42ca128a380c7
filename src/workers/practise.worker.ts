/// <reference lib="webworker" />
import { expose } from 'comlink'
import { drillKindName } from '@/core/drills/all'
import { sayCare } from '@/core/drills/care'
import type { Drill } from '@/core/drills/drill'
import { practised } from '@/core/drills/practised'
import { drillOf, easedPlaces, stockOf, todayOf, type Stock } from '@/core/practice/today'
import { drillFamilyOf, representatives } from '@/core/practice/warmup'
import { ensembleMapper } from '@/core/balance/ensemble'
import { everySeat, seatsOf } from '@/core/seats/seat'
import { practiseRequest, todayRequest, type DrillInfo, type Practiser } from './protocol'

const map = ensembleMapper()
let ready: { number: number; stock: Stock } | null = null

/** Drills as they are shown, in their order. */
function infosOf(stock: Stock, drills: readonly Drill[]): DrillInfo[] {
  const places = easedPlaces(stock, drills)
  return drills.map((d, i) => infoOf(stock, d, places[i]))
}

const infoOf = (stock: Stock, d: Drill, places: ReadonlyMap<string, number>): DrillInfo => ({
  id: d.id,
  family: drillFamilyOf(d),
  kind: d.kind,
  heading: drillKindName(d.kind),
  variant: d.variant,
  title: d.title,
  purpose: d.purpose,
  minutes: d.minutes,
  tempo: d.tempo,
  times: d.times,
  measures: d.measures,
  serves: everySeat(
    stock.c.players.map((p) => p.seat),
    (id) => places.get(id) ?? 0,
  ),
  companions: d.companions,
  care: sayCare(d.strains),
})

const face: Practiser = {
  prepare(number, request) {
    const { piece, plan, klass, stretch } = practiseRequest.parse(request)
    const seats = seatsOf(klass)
    const last = piece.lines[0].measures.length - 1
    const within = stretch && stretch.from <= stretch.to && stretch.to <= last ? stretch : null
    const stock = stockOf(practised(piece, seats, map(piece, plan, klass), within, { ...plan, reads: klass.reads, talk: klass.talk }))
    ready = { number, stock }
    return { drills: infosOf(stock, stock.drills), first: representatives(stock.drills).map((d) => d.id), steps: stock.steps }
  },
  today(number, settled) {
    if (ready?.number !== number) return null
    const { stock } = ready
    const { items, minutes, said, gone } = todayOf(stock, todayRequest.parse(settled))
    const drills = items.flatMap((x) => ('drill' in x ? [x.drill] : []))
    const infos = new Map(infosOf(stock, drills).map((d) => [d.id, d]))
    return {
      items: items.map(({ id, minutes: takes }) => ({ id, minutes: takes, drill: infos.get(id) ?? null })),
      minutes,
      said,
      gone,
    }
  },
  music(number, ids, settled) {
    if (ready?.number !== number) return null
    const { stock } = ready
    const read = todayRequest.parse(settled)
    const drills = ids.flatMap((id) => drillOf(stock, id, read) ?? [])
    return infosOf(stock, drills).map((info, i) => ({ info, piece: drills[i].piece, plan: drills[i].plan, choices: drills[i].choices }))
  },
}
expose(face)
