import { createHash } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { demoFiles } from '../../demo'
import type { Piece } from '@/core/piece/piece'
import { saidSpots } from '@/core/testing/said'
import { classAt, DEFAULT_CLASS } from '@/core/plan/class'
import { ensembleMapper } from '@/core/balance/ensemble'
import { loadOf } from '@/core/balance/load'
import { emptyPlan } from '@/core/plan/plan'
import { searcher } from '@/core/balance/search'
import { readFile } from './read'
import { reportOf } from './report'
import { STEP_IDS } from '@/core/instruments/instrument'
import { SEATS } from '@/core/testing/seats'

/*
 * The maps of the demonstration pieces as they stand: fingers in full at two steps of a
 * class, and a digest of all else that is said of every note at every step. What changes here changes on paper.
 */

const digest = (value: unknown): string => createHash('sha1').update(JSON.stringify(value)).digest('hex').slice(0, 12)

const pieces = demoFiles().map(({ name, bytes }): [string, Piece] => {
  const { reading } = readFile(name, bytes)[0]
  if (!reading.ok) throw new Error(name)
  return [name, reading.piece]
})
/** Every seat on the first line. */
const plan = { ...emptyPlan(), lines: Object.fromEntries(SEATS.map((s) => [s, 0])) }
const SHOWN = ['first-position', 'third-extended']

describe.each(pieces)('%s', (_, piece) => {
  it.each(STEP_IDS)('as mapped at %s', (id) => {
    const ensemble = ensembleMapper()(piece, plan, classAt(id))
    const seats = SEATS.map((seat) => {
      const map = ensemble[seat]
      const [report] = reportOf('', piece, [map]).seats
      const notes = report.notes.map((n) => `${n.string}${n.place === 'low' ? '↓' : n.place === 'high' ? '↑' : ''}${n.finger}`)
      return {
        seat,
        octave: map.octave,
        ...(SHOWN.includes(id) ? { notes: notes.join(' ') } : {}),
        report: digest(report),
        spots: digest(saidSpots(piece, map).map((s) => [s.kind, s.event, s.text, s.advice, s.points, s.hard])),
        load: loadOf(piece, map).total.toFixed(3),
      }
    })
    expect(seats).toMatchSnapshot()
  })

  it('as the search has it in the key a fourth and a fifth away', () => {
    const find = searcher(piece, plan, DEFAULT_CLASS)
    const found = [-1, 1].flatMap((by) => find(piece.key.fifths + by))
    expect(
      found.map((f) => [
        f.setting.fifths,
        SEATS.map((s) => f.setting.octaves[s]),
        f.wait.toFixed(3),
        f.total.toFixed(3),
        digest(f.profiles),
      ]),
    ).toMatchSnapshot()
  })
})
