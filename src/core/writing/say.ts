import { count } from '../count'
import { printedPitch, type NoteNames } from '../music/noteName'
import { beatOf, measureTicks } from '../music/time'
import { headBeat, headMeasure } from '../piece/address'
import { eventTicks, type NoteEvent } from '../piece/piece'
import { placeMeasures } from '../piece/walk'
import { draftLine, meant, type Draft } from './draft'

/** "Measure 9, beat 2 · eighth · last D5 · 3 selected": where the caret is, what the next note will be, what stands before it. */
export function sayCaret(d: Draft, names: NoteNames): string {
  const placed = placeMeasures(d.piece, draftLine(d))[d.at.measure]
  const before = placed.measure.events.slice(0, d.at.index)
  const into = placed.lead + before.reduce((n, e) => n + eventTicks(e, placed.meter), 0)
  const next = `${d.dots && !d.triplet ? 'dotted ' : ''}${d.base}${d.triplet ? ', triplet' : ''}`
  const last = lastNote(d)
  return [
    into >= measureTicks(placed.meter)
      ? `${headMeasure(draftLine(d), d.at.measure)}, at its end`
      : headBeat(draftLine(d), d.at.measure, beatOf(into, placed.meter)),
    next,
    ...(last ? [`last ${last.heads.map((h) => printedPitch(names, h.pitch)).join(' ')}`] : []),
    ...(d.from ? [`${count(meant(d).length, 'selected', 'selected')}`] : []),
    ...(d.slurFrom ? ['slur started: l ends it'] : []),
    ...(d.triplet ? [`${d.triplet} of the triplet to go`] : []),
  ].join(' · ')
}

/** The last note before the caret. */
function lastNote(d: Draft): NoteEvent | null {
  const { measures } = draftLine(d)
  for (let m = d.at.measure; m >= 0; m--) {
    const events = m === d.at.measure ? measures[m].events.slice(0, d.at.index) : measures[m].events
    const found = events.findLast((e) => e.kind === 'note')
    if (found?.kind === 'note') return found
  }
  return null
}
