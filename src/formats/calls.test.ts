import { describe, expect, it } from 'vitest'
import { letterName, midiOf } from '@/core/music/pitch'
import { callsOf, sayCall } from '@/core/reading/calls'
import { DEFAULT_CALLS } from '@/core/plan/talk'
import { demoReadings } from './testing/demo'

/** What is called to the class, held against the notes and hands that it is called for: every demo piece, seat and step. */

const POSITION = /^(?:back to first|[a-z ]+ position), | in [a-z ]+ position$/

describe('what is called to the class', () => {
  const all = demoReadings().map((d) => d.reading)

  it('is high only above the open string of its letter, low only below it, and neither at its own pitch', () => {
    let said = 0
    for (const r of all) {
      const notes = r.notes.flatMap((n) => (n.hold?.stops.length === 1 ? [{ pitch: n.heads[0].pitch, id: n.placed.event.id }] : []))
      const called = new Map(callsOf(r, DEFAULT_CALLS).flatMap((c) => c.words.map((w) => [w.event, w.said] as const)))
      for (const { pitch, id } of notes) {
        const strings = r.instrument.strings.filter((s) => letterName(s) === letterName(pitch))
        const word = /(?:^|, |slur )(high|low) [A-G]/.exec(called.get(id)!)?.[1]
        if (!word) continue
        said++
        expect(
          strings.every((s) => (word === 'high' ? midiOf(pitch) > midiOf(s) : midiOf(pitch) < midiOf(s))),
          `${called.get(id)}`,
        ).toBe(true)
        expect(
          r.notes.some((n) => n.hold?.stops.some((s, i) => s.finger === 0 && letterName(n.heads[i].pitch) === letterName(pitch))),
        ).toBe(true)
      }
    }
    expect(said).toBeGreaterThan(100)
  })

  it('says every shift of a finger, and no other', () => {
    let said = 0
    for (const r of all) {
      let last = 1
      const called = new Map(callsOf(r, DEFAULT_CALLS).flatMap((c) => c.words.map((w) => [w.event, w.said] as const)))
      for (const n of r.notes) {
        if (!n.hold || n.hold.open) continue
        const moved = n.hold.position !== last
        last = n.hold.position
        if (moved) said++
        expect(POSITION.test(called.get(n.placed.event.id)!), called.get(n.placed.event.id)).toBe(moved)
      }
    }
    expect(said).toBeGreaterThan(100)
  })

  it('has a word for every note and rest, and no sign or figure that cannot be spoken', () => {
    for (const r of all)
      for (const call of callsOf(r, DEFAULT_CALLS)) {
        expect(call.words.length).toBeGreaterThan(0)
        expect(sayCall(call)).not.toMatch(/[♯♭↑↓]|undefined|null|\bI+V?\b|and open and/)
      }
  })
})
