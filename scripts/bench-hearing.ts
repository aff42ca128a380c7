import { FREE_SAMPLES, freePitch } from '../src/core/hearing/free'
import { loudness, nearPitch, samplesFor } from '../src/core/hearing/near'
import { needleOf, withReading, type PitchReading } from '../src/core/hearing/needle'
import { centsOf, playedBy, STEADY, type MadeUpStudent } from '../src/core/hearing/student'
import { middle } from '../src/core/middle'
import { hertz } from '../src/core/sounding/sounding'

const RATE = 48_000
/** Readings come so many seconds apart, as in the page. */
const EVERY = 0.025
/** Registers by sounding key (MIDI 1.0), lowest and highest. */
const REGISTERS = [
  ['bass E1–B1', 28, 35],
  ['bass, cello C2–B2', 36, 47],
  ['cello, viola C3–B3', 48, 59],
  ['all C4–B4', 60, 71],
  ['violin, viola C5–B5', 72, 83],
  ['violin C6–E6', 84, 88],
] as const
const PLAYED: readonly (readonly [string, Partial<MadeUpStudent>])[] = [
  ['bowed, vibrato 15, noise', { vibrato: 15, noise: 0.06 }],
  ['plucked', { manner: 'plucked', noise: 0.02 }],
  ['an octave sounds too', { neighbour: { semitones: 12, loud: 0.6 } }],
]

/** One tone: what the needle settles on (cents off what was played; null: nothing), when it first shows it, and what the free search says. */
function heard(student: MadeUpStudent, midi: number, tried: number) {
  const target = hertz(midi, 440)
  const size = samplesFor(target, RATE)
  const tone = playedBy(student, target, 1, RATE, tried)
  const off = centsOf(student, tried)
  let readings: PitchReading[] = []
  let first: number | null = null
  for (let at = EVERY; at < 1; at += EVERY) {
    const end = Math.round(at * RATE)
    const part = new Float32Array(size)
    part.set(tone.subarray(Math.max(0, end - size), end), Math.max(0, size - end))
    readings = withReading(readings, { at, loud: loudness(part), cents: nearPitch(part, RATE, target)?.cents ?? null })
    if (first === null && needleOf(readings).kind === 'heard') first = at
  }
  const needle = needleOf(readings)
  const free = freePitch(tone.subarray(RATE / 2, RATE / 2 + FREE_SAMPLES), RATE)
  return {
    first,
    near: needle.kind === 'heard' ? Math.abs(needle.cents - off) : null,
    free: free ? Math.abs(1200 * Math.log2(free.hertz / target) - off) : null,
  }
}

/** How well and how soon made-up tones are heard, register by register. */
export function hearingTable(line: (text: string) => void): void {
  line(`\nhearing: cents off in the middle, wrong by more than a third of a tone, not heard; seconds until the needle shows it`)
  for (const [how, student] of PLAYED)
    for (const [name, low, high] of REGISTERS) {
      const all = Array.from({ length: 4 * (high - low + 1) }, (_x, i) =>
        heard({ ...STEADY, tendency: 12, scatter: 8, ...student }, low + (i >> 2), 100 * low + i),
      )
      const cell = (xs: readonly (number | null)[]): string => {
        const off = xs.flatMap((x) => x ?? [])
        const part = (n: number) => `${((100 * n) / xs.length).toFixed(1)} %`
        return `${middle(off).toFixed(1).padStart(5)} ${part(off.filter((x) => x > 60).length).padStart(7)} ${part(xs.length - off.length).padStart(7)}`
      }
      const soon = middle(all.flatMap((x) => x.first ?? []))
      line(
        `${how.padEnd(26)}${name.padEnd(22)} near ${cell(all.map((x) => x.near))}   free ${cell(all.map((x) => x.free))}   ${soon.toFixed(3)} s`,
      )
    }
}
