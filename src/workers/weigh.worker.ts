/// <reference lib="webworker" />
import { expose } from 'comlink'
import { fitsOf } from '@/core/composing/fit'
import { secondOffers } from '@/core/composing/offers'
import { orderedLine } from '@/core/composing/ordered'
import { classSettingsSchema } from '@/core/plan/class.schema'
import { ensembleMapper } from '@/core/balance/ensemble'
import { rescuesFor } from '@/core/balance/rescue'
import { searcher, type Searcher } from '@/core/balance/search'
import { fitRequest, lineOrder, searchRequest, weighRequest, type Weigher } from './protocol'

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
  fit(request, wanted) {
    const { piece, klass } = weighRequest.parse(request)
    return fitsOf(piece, klass, fitRequest.parse(wanted))
  },
  line(settings, wanted) {
    return orderedLine(classSettingsSchema.parse(settings), lineOrder.parse(wanted))
  },
  rescues(request, seat, index) {
    const { piece, plan, klass } = weighRequest.parse(request)
    return rescuesFor(piece, plan, klass, ensembleMapper()(piece, plan, klass), seat, index)
  },
}

expose(weigher)
