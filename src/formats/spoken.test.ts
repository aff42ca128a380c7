import { describe, expect, it } from 'vitest'
import { CLEFS } from '@/core/music/clef'
import { printedPitch } from '@/core/music/noteName'
import { midiOf, stepsOf } from '@/core/music/pitch'
import type { Reading, ReadNote } from '@/core/reading/reading'
import { saidSpots } from '@/core/testing/said'
import { sameSpacings } from '@/core/reading/sameSpacing'
import { demoReadings } from './testing/demo'

/**
 * What the spots say, held against the notes, hands and bows of the part once more: every sentence of every demo piece,
 * seat and step whose words name a finger, a string, a number or a measure.
 */

type Check = (found: RegExpExecArray, note: ReadNote, last: ReadNote | null, r: Reading) => boolean

const letterOf = (r: Reading, string: number) => r.instrument.strings[string].letter
const stops = (n: ReadNote | null) => n?.hold?.stops ?? []
/** Stops of a note on the string of a letter. */
const on = (r: Reading, n: ReadNote | null, letter: string) => stops(n).filter((s) => letterOf(r, s.string) === letter)
const STEPS: Record<string, number> = { 'a half step': 1, 'a whole step': 2, 'a step and a half': 3 }
const halfSteps = (said: string): number => STEPS[said] ?? Number(said.split(' ')[0])
const INTERVALS = ['the same note', 'a step', 'a third', 'a fourth', 'a fifth', 'a sixth', 'a seventh', 'an octave']
const interval = (a: ReadNote, b: ReadNote) =>
  INTERVALS[Math.abs(stepsOf(b.heads.at(-1)!.pitch) - stepsOf(a.heads.at(-1)!.pitch))] ?? 'more than an octave'
const measureIndex = (r: Reading, number: string) => r.map.line.measures.findIndex((m) => m.number === number)

/** Bows from the first beat of one measure to that of a later one. */
const bowsIn = (r: Reading, from: string, to: string): number => {
  const [a, b] = [measureIndex(r, from), measureIndex(r, to)]
  const bows = r.events.filter((e) => e.at.index >= a && e.at.index < b).map((e) => r.bowing.byEvent.get(e.event.id))
  return new Set(bows.filter(Boolean)).size
}

const CLAIMS: readonly (readonly [RegExp, Check])[] = [
  [
    /^Only the bow changes strings, (.) to (.)(, inside the slur)?\. Leave the fingers where they are\.$/,
    ([, a, b, slur], n, l, r) =>
      on(r, l, a).length > 0 &&
      on(r, n, b).length > 0 &&
      [...on(r, l, a), ...on(r, n, b)].some((s) => s.finger === 0) &&
      n.slurred === Boolean(slur),
  ],
  [
    /^The hand goes over from (.) to (.)(, inside the slur)?\.$/,
    ([, a, b, slur], n, l, r) =>
      [...on(r, l, a), ...on(r, n, b)].every((s) => s.finger > 0) && on(r, l, a).length > 0 && n.slurred === Boolean(slur),
  ],
  [
    /^Skip from (.) to (.), (an? \w+|the same note|more than an octave), one finger on each(, inside the slur)?\.$/,
    ([, a, b, far], n, l, r) => far === interval(l!, n) && [...on(r, l, a), ...on(r, n, b)].every((s) => s.finger > 0),
  ],
  [
    /^Finger (\d) plays the same spot on two strings, (.) to (.): (.+)\.$/,
    ([, f, a, b, far], n, l, r) => {
      const [x, y] = [on(r, l, a)[0], on(r, n, b)[0]]
      const open = (s: number) => stepsOf(r.instrument.strings[s])
      return x.finger === Number(f) && y.finger === Number(f) && x.k === y.k && INTERVALS[Math.abs(open(x.string) - open(y.string))] === far
    },
  ],
  [
    /^From (.) to (.), skipping (a string|two strings)/,
    ([, a, b, over], n, l, r) => Math.abs(on(r, l, a)[0].string - on(r, n, b)[0].string) === (over === 'a string' ? 2 : 3),
  ],
  [
    /^Shift (up|down) to (\S+|half position|(?:raised|lowered) \S+), (.+), (inside the slur|with no time in between|while the open string rings|in the rest)\.( Finger (\d) leads\.)?$/,
    ([, way, , far, over, , led], n, l, r) => {
      const base = (x: ReadNote) => r.instrument.positions[x.hold!.position].base
      const by = base(n) - base(l!)
      const truly =
        over === 'in the rest'
          ? n.rest
          : over === 'while the open string rings'
            ? l!.hold!.open
            : over === 'inside the slur'
              ? n.slurred
              : !n.rest
      return (
        by > 0 === (way === 'up') &&
        halfSteps(far) === Math.abs(by) &&
        truly &&
        (!led || [stops(l)[0], stops(n)[0]].every((s) => s.finger === Number(led)))
      )
    },
  ],
  [
    /^(.+) has (a ledger line|(\d) ledger lines)\.$/,
    ([, pitch, , many], n, _, r) => {
      const head = n.heads.find((h) => printedPitch('letters', h.pitch) === pitch)!
      const beyond = Math.abs(stepsOf(head.pitch) - CLEFS[r.instrument.clef].middle)
      return Math.floor((beyond - 4) / 2) === Number(many ?? 1)
    },
  ],
  [
    /^(?:(Low|High) )?(\d) to (?:(low|high) )?(\d) is (.+): a wide gap\.$/,
    ([, , , , , far], n, l) => Math.abs(stops(n)[0].k - stops(l)[0].k) === halfSteps(far),
  ],
  [
    /^(High|Low) ([A-G][♯♭]?), not the open \2\. This piece has both\.$/,
    ([, which, letter], n, _, r) => {
      const own = midiOf(n.heads.at(-1)!.pitch)
      const opens = r.notes.flatMap((x) =>
        stops(x).flatMap((s, i) => (s.finger === 0 && x.heads[i].pitch.letter === letter[0] ? [midiOf(x.heads[i].pitch)] : [])),
      )
      return opens.length > 0 && opens.every((o) => (which === 'High' ? own > o : own < o))
    },
  ],
  [
    /^Measure (\S+) starts up-bow: there is an odd number of bows from measure (\S+)\.$/,
    ([, number, from], n, _, r) =>
      bowsIn(r, from, number) % 2 === 1 && n.placed.at.measure.number === number && r.bowing.byEvent.get(n.placed.event.id)?.bow === 'up',
  ],
  [
    /^Measure (\S+) starts up-bow: measure (\S+) does too, and an even number of bows follows\.$/,
    ([, number, from], n, _, r) => bowsIn(r, from, number) % 2 === 0 && r.bowing.byEvent.get(n.placed.event.id)?.bow === 'up',
  ],
  [
    /^Lift in the rest before measure (\S+) and start down-bow again\.$/,
    ([, number], n, last, r) => {
      const bow = (x: ReadNote | null) => x && r.bowing.byEvent.get(x.placed.event.id)?.bow
      return n.placed.at.measure.number === number && n.placed.into === 0 && n.rest && bow(n) === 'down' && bow(last) === 'down'
    },
  ],
  [
    /^Starts like measure (\S+), but note (\d+) is different\.$/,
    ([, number, at], n, _, r) => {
      const [own, theirs] = [r.byMeasure[n.placed.at.index], r.byMeasure[measureIndex(r, number)]]
      const pitches = (x: ReadNote) => x.heads.map((h) => midiOf(h.pitch)).join()
      const first = own.findIndex((x, i) => pitches(x) !== pitches(theirs[i]))
      return first === Number(at) - 1 && own[first] === n
    },
  ],
  [
    /^A long note, (.+) quarters?, after (\d+) short ones/,
    ([, quarters, run], n, _, r) =>
      n.ticks === Number(quarters) * 10080 &&
      n.ticks >= 2 * 10080 &&
      Number(run) >= 3 &&
      r.notes.slice(n.index - Number(run), n.index).every((x) => x.ticks <= 5040),
  ],
  [/^No rests anywhere/, (_, __, ___, r) => r.notes.every((n) => n.index === 0 || !n.rest)],
  [
    /^No rests from measure (\S+) to (the end|\S+):/,
    ([, from, to], n, _, r) => {
      const last = to === 'the end' ? r.notes.length - 1 : r.notes.findLastIndex((x) => x.placed.at.measure.number === to)
      return n.placed.at.measure.number === from && (to !== 'the end' || r.notes.slice(n.index + 1, last + 1).every((x) => !x.rest))
    },
  ],
  [
    /^Over to the (.) string, the lowest one\.$/,
    ([, s], n, _, r) => letterOf(r, 0) === s && stops(n).some((x) => x.string === 0 && x.finger > 0),
  ],
  [
    /^Long (down|up)-bow, short (down|up)-bow:/,
    ([, a, b], n, _, r) => {
      const inside = r.events.filter((e) => e.at.index === n.placed.at.index)
      const bows = [...new Set(inside.map((e) => r.bowing.byEvent.get(e.event.id)))]
      return bows.length === 2 && bows[0]?.bow === a && bows[1]?.bow === b && a !== b
    },
  ],
]

describe('what the spots say', () => {
  // A class that wants its first beats down is told more.
  const all = demoReadings(undefined, { downbeats: 'down' }).map((d) => d.reading)
  it('is true of the part that it is said of', () => {
    const wrong: string[] = []
    const checked = new Map<string, number>()
    for (const r of all)
      for (const s of saidSpots(r.piece, r.map)) {
        const note = r.byEvent.get(s.event)!
        for (const [pattern, check] of CLAIMS) {
          const found = pattern.exec(s.text)
          if (!found) continue
          checked.set(pattern.source, (checked.get(pattern.source) ?? 0) + 1)
          if (!check(found, note, r.notes[note.index - 1] ?? null, r)) wrong.push(`${r.piece.title} ${s.seat} m${s.measure}: ${s.text}`)
        }
      }
    expect([...new Set(wrong)]).toEqual([])
    // Most patterns come in the demo pieces; one that never comes checks nothing.
    expect(CLAIMS.length - checked.size).toBeLessThan(4)
    expect([...checked.values()].reduce((a, b) => a + b, 0)).toBeGreaterThan(5000)
  })
  it('begins with a capital and ends with a full stop, and so does the advice', () => {
    for (const r of all)
      for (const s of saidSpots(r.piece, r.map)) {
        expect(s.text).toMatch(/^[A-Z0-9].*\.$/)
        expect(s.advice).toMatch(/^[A-Z].*\.$/)
      }
  })
  it('two fingers across strings lie as far apart as the two notes that are named on one string', () => {
    let said = 0
    for (const r of all)
      for (const t of sameSpacings(r)) {
        said++
        const [a, b] = t.pitches
        expect(Math.abs(midiOf(b) - midiOf(a)), `${r.piece.title} ${t.note.index}`).toBe(Math.abs(t.spacing))
        // A half or whole step is between neighbouring letters: E to F sharp, not E to G flat.
        if (t.from === 'learned' && Math.abs(t.spacing) <= 2)
          expect(Math.abs(stepsOf(b) - stepsOf(a)), `${r.piece.title} ${t.note.index}`).toBe(1)
      }
    expect(said).toBeGreaterThan(100)
  })
})
