import { midiOf } from '@/core/music/pitch'
import type { Instrument } from '@/core/instruments/instrument'
import { hertz } from '@/core/sounding/sounding'
import type { Accent } from '@/core/performance/beats'

/** A note to be struck: when (seconds of the context), for how long, how high (hertz), how loud (0 to 1). */
export type Struck = { readonly at: number; readonly lasts: number; readonly hertz: number; readonly loud: number }

/** What a seat's voice is shaped by: where its body rings, in hertz. */
export type Body = { readonly peaks: readonly { readonly hertz: number; readonly gain: number; readonly q: number }[] }

/**
 * The body of an instrument by its lowest string: the air of the box rings about a fifth above it, the wood about a ninth,
 * and the bridge gives the larger instruments a darker edge. From memory; what matters is that seats are told apart.
 */
export function bodyOf({ strings }: Pick<Instrument, 'strings'>, sounding: number): Body {
  const low = hertz(midiOf(strings[0]) + 12 * sounding, 440)
  const bridge = 2600 * (low / 196) ** 0.35
  return {
    peaks: [
      { hertz: low * 1.42, gain: 6, q: 2 },
      { hertz: low * 2.3, gain: 5, q: 2.5 },
      { hertz: low * 4.6, gain: 3, q: 2 },
      { hertz: bridge, gain: 4, q: 1.2 },
    ],
  }
}

/** Attack and release of a bow, of one that goes on, and how far and how fast the hand swings. From memory. */
const BOW = { attack: 0.035, joined: 0.012, release: 0.06, cents: 12, swing: 5.3, after: 0.15 } as const
/** Loudest a voice gets: four seats and the click stay below what clips. */
const VOICE = 0.16
/** Overtones that a bow brings out: above so many times the pitch they fade. */
const BRIGHT = 7

/** A chain of what a node goes through; returns the last. */
function through(first: AudioNode, ...rest: AudioNode[]): AudioNode {
  let at = first
  for (const n of rest) {
    at.connect(n)
    at = n
  }
  return at
}

/** A bowed note: a saw through the body of the seat. `joined`: the bow goes on from the note before. */
export function bowed(ctx: BaseAudioContext, out: AudioNode, body: Body, note: Struck, joined: boolean): void {
  const end = note.at + Math.max(0.05, note.lasts)
  const saw = ctx.createOscillator()
  saw.type = 'sawtooth'
  saw.frequency.value = note.hertz
  const vibrato = ctx.createOscillator()
  const depth = ctx.createGain()
  vibrato.frequency.value = BOW.swing
  depth.gain.setValueAtTime(0, note.at)
  if (note.lasts > 2 * BOW.after) {
    depth.gain.setValueAtTime(0, note.at + BOW.after)
    depth.gain.linearRampToValueAtTime(BOW.cents, note.at + 2 * BOW.after)
  }
  vibrato.connect(depth)
  depth.connect(saw.detune)
  const filters = body.peaks.map(({ hertz: at, gain, q }) => {
    const f = ctx.createBiquadFilter()
    f.type = 'peaking'
    f.frequency.value = Math.min(at, ctx.sampleRate / 2.5)
    f.gain.value = gain
    f.Q.value = q
    return f
  })
  const soft = ctx.createBiquadFilter()
  soft.type = 'lowpass'
  soft.frequency.value = Math.min(note.hertz * BRIGHT, ctx.sampleRate / 2.5)
  const level = ctx.createGain()
  const attack = Math.min(joined ? BOW.joined : BOW.attack, note.lasts / 3)
  const release = Math.min(BOW.release, note.lasts / 3)
  level.gain.setValueAtTime(0, note.at)
  level.gain.linearRampToValueAtTime(note.loud * VOICE, note.at + attack)
  level.gain.setValueAtTime(note.loud * VOICE, end - release)
  level.gain.linearRampToValueAtTime(0, end)
  through(saw, ...filters, soft, level, out)
  for (const o of [saw, vibrato]) {
    o.start(note.at)
    o.stop(end + 0.02)
  }
}

/** How long a plucked string is heard, in seconds, and how much of it is kept from one round to the next. */
const PLUCK = { lasts: 1.8, keep: 0.996 } as const
const plucks = new Map<string, AudioBuffer>()

/**
 * A plucked string: a burst of noise that goes round in a delay as long as the pitch and is smoothed at each round (the
 * plucked string model of Karplus and Strong, 1983; the part of a sample by a first-order allpass). Made once for a pitch.
 */
export function pluckedBuffer(ctx: BaseAudioContext, pitch: number): AudioBuffer {
  const key = `${ctx.sampleRate} ${pitch.toFixed(3)}`
  const known = plucks.get(key)
  if (known) return known
  const length = Math.ceil(PLUCK.lasts * ctx.sampleRate)
  const buffer = ctx.createBuffer(1, length, ctx.sampleRate)
  const data = buffer.getChannelData(0)
  // The average of two samples delays by half of one.
  const period = ctx.sampleRate / pitch - 0.5
  let whole = Math.floor(period)
  let part = period - whole
  if (part < 0.1) {
    whole -= 1
    part += 1
  }
  const c = (1 - part) / (1 + part)
  const line = new Float64Array(whole)
  let seed = 12345
  for (let i = 0; i < whole; i++) {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
    line[i] = seed / 2 ** 31 - 1
  }
  // Without its mean the burst has no thump.
  const mean = line.reduce((a, b) => a + b, 0) / whole
  let [before, x1, y1] = [0, 0, 0]
  for (let i = 0, at = 0; i < length; i++) {
    const now = line[at] - mean
    data[i] = now
    const smooth = PLUCK.keep * 0.5 * (now + before)
    before = now
    const y = c * smooth + x1 - c * y1
    x1 = smooth
    y1 = y
    line[at] = y + mean
    at = (at + 1) % whole
  }
  const peak = data.reduce((m, x) => Math.max(m, Math.abs(x)), 0) || 1
  for (let i = 0; i < length; i++) data[i] *= (0.9 / peak) * (1 - i / length)
  if (plucks.size > 200) plucks.clear()
  plucks.set(key, buffer)
  return buffer
}

/** A plucked note, through the body of the seat. */
export function plucked(ctx: BaseAudioContext, out: AudioNode, body: Body, note: Struck): void {
  const source = ctx.createBufferSource()
  source.buffer = pluckedBuffer(ctx, note.hertz)
  const [air] = body.peaks
  const ring = ctx.createBiquadFilter()
  ring.type = 'peaking'
  ring.frequency.value = air.hertz
  ring.gain.value = air.gain
  const level = ctx.createGain()
  level.gain.setValueAtTime(note.loud * VOICE * 2.2, note.at)
  const end = note.at + Math.min(PLUCK.lasts, Math.max(0.25, note.lasts * 1.5))
  level.gain.setTargetAtTime(0, Math.max(note.at, end - 0.1), 0.03)
  through(source, ring, level, out)
  source.start(note.at)
  source.stop(end + 0.1)
}

/** Hertz and loudness of the click by what it says. */
const CLICK: Readonly<Record<Accent, readonly [number, number]>> = {
  bar: [1760, 0.42],
  group: [1397, 0.36],
  beat: [1175, 0.3],
  part: [880, 0.14],
}

/** A click: up in a millisecond, gone in fifty. */
export function click(ctx: BaseAudioContext, out: AudioNode, at: number, accent: Accent): void {
  const [pitch, loud] = CLICK[accent]
  const tone = ctx.createOscillator()
  tone.frequency.value = pitch
  const level = ctx.createGain()
  level.gain.setValueAtTime(0, at)
  level.gain.linearRampToValueAtTime(loud, at + 0.001)
  level.gain.exponentialRampToValueAtTime(0.0005, at + 0.05)
  through(tone, level, out)
  tone.start(at)
  tone.stop(at + 0.06)
}
