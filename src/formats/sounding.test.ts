import midiPackage from '@tonejs/midi'
import { describe, expect, it } from 'vitest'
import { partOfSeat } from '@/core/part/part'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { ensembleMapper, mapsOf } from '@/core/balance/ensemble'
import { emptyPlan } from '@/core/plan/plan'
import { soundingOf } from '@/core/sounding/sounding'
import { writeMidi } from './midi/write'
import { demoPieces } from './testing/demo'

const { Midi } = midiPackage

describe('what sounds', () => {
  it('begins when the MIDI export does and has its keys, for every seat of every demonstration piece, read by an independent reader', () => {
    let compared = 0
    for (const piece of demoPieces()) {
      const maps = mapsOf(ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS))
      const midi = new Midi(
        writeMidi(
          piece,
          maps.map((m) => partOfSeat(piece, m, false)),
        ),
      )
      const { seats } = soundingOf(piece, Object.fromEntries(maps.map((m) => [m.seat.id, m])))
      const tracks = midi.tracks.filter((t) => t.notes.length > 0)
      expect(tracks).toHaveLength(maps.length)
      maps.forEach((m, i) => {
        const byTime = (a: readonly [number, number], b: readonly [number, number]) => a[0] - b[0] || a[1] - b[1]
        // A clock of 480 a quarter rounds to a millisecond.
        const read = tracks[i].notes.map((n) => [Math.round(n.time * 500) / 500, n.midi] as const).sort(byTime)
        const heard = seats[m.seat.id].map((n) => [n.at, n.midi] as const).sort(byTime)
        expect(heard.length, `${piece.title}, ${m.seat.name}`).toBe(read.length)
        heard.forEach(([at, key], k) => {
          expect(Math.abs(at - read[k][0]), `${piece.title}, ${m.seat.name}, note ${k + 1}`).toBeLessThan(0.004)
          expect(key).toBe(read[k][1])
          compared++
        })
      })
    }
    expect(compared).toBeGreaterThan(1000)
  })
})
