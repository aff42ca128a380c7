/// <reference lib="webworker" />
import { expose } from 'comlink'
import { secondOffers } from '@/core/composing/offers'
import { writeLine } from '@/core/composing/ordered'
import { asClassSays } from '@/core/reading/asClassSays'
import { digestOf } from '@/core/reading/digest/digest'
import { readersOf } from '@/core/reading/digest/readers'
import { classSettingsSchema } from '@/core/seats/class'
import { ensembleMapper, mapsOf } from '@/core/seats/ensemble'
import { rescuesFor } from '@/core/seats/rescue'
import { searcher, type Searcher } from '@/core/seats/search'
import { lineOrder, searchRequest, weighRequest, type Weigher } from './protocol'

/** Of the first things to say about a line, as many as are told. */
const MOST_THINGS = 4

let searching: Searcher | null = null

const weigher: Weigher = {
  prepare(request) {
    const { piece, plan, klass, space } = searchRequest.parse(request)
    searching = searcher(piece, plan, klass, space)
  },
  find(fifths) {
    if (!searching) throw new Error('A search has to be prepared before it is asked for a key.')
    return searching(fifths)
  },
  seconds(request, seat) {
    const { piece, plan, klass } = weighRequest.parse(request)
    return secondOffers(piece, plan, klass, seat)
  },
  line(settings, wanted) {
    const [klass, order] = [classSettingsSchema.parse(settings), lineOrder.parse(wanted)]
    const made = writeLine(klass, order)
    if (!made) return null
    const { piece, plan, ensemble, evenness, sound, holds } = made
    const things = digestOf(readersOf(piece, mapsOf(ensemble), plan.spots, klass.spots)).map((t) => asClassSays(klass.talk, t).text)
    return { piece, plan, evenness: evenness.figure, bySeat: evenness.bySeat, things: things.slice(0, MOST_THINGS), sound, holds }
  },
  rescues(request, seat, index) {
    const { piece, plan, klass } = weighRequest.parse(request)
    return rescuesFor(piece, plan, klass, ensembleMapper()(piece, plan, klass), seat, index)
  },
}

expose(weigher)
