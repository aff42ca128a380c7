/// <reference lib="webworker" />
import { expose } from 'comlink'
import { ensembleMapper } from '@/core/seats/ensemble'
import { rescuesFor } from '@/core/seats/rescue'
import { search } from '@/core/seats/search'
import { weighRequest, type Weigher } from './protocol'

const weigher: Weigher = {
  async search(request, space, onKey) {
    const { piece, plan, klass } = weighRequest.parse(request)
    let done = 0
    for (const found of search(piece, plan, klass, space)) await onKey(found, ++done, space.signatures.length)
  },
  rescues(request, seat, index) {
    const { piece, plan, klass } = weighRequest.parse(request)
    return rescuesFor(piece, plan, klass, ensembleMapper()(piece, plan, klass), seat, index)
  },
}

expose(weigher)
