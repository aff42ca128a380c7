/** A made-up player, in place of a microphone: how far off they play and how evenly, how the hand swings, what else is in the air. */
export type MadeUpStudent = {
  /** Cents off the note on the whole, and how far single tries scatter around that (standard deviation). */
  readonly tendency: number
  readonly scatter: number
  /** Cents to either side, and swings a second; 0: none. */
  readonly vibrato: number
  readonly swing: number
  /** Noise of bow and room beside the tone: 0 none, 1 as loud as the tone. */
  readonly noise: number
  readonly manner: 'bowed' | 'plucked'
  /** Another seat that sounds too: how far above the tone, in half steps, and how loud beside it; null: nobody. */
  readonly neighbour: { readonly semitones: number; readonly loud: number } | null
}

export const STEADY: MadeUpStudent = { tendency: 0, scatter: 0, vibrato: 0, swing: 5.5, noise: 0.01, manner: 'bowed', neighbour: null }

/** Numbers from 0 to 1, the same for the same seed (Numerical Recipes' linear congruential generator). */
export function randomOf(seed: number): () => number {
  let x = seed >>> 0
  return () => {
    x = (Math.imul(x, 1664525) + 1013904223) >>> 0
    return x / 2 ** 32
  }
}

/** A number of the normal distribution from two even ones (Box and Muller, 1958). */
const normal = (random: () => number): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

/** Overtones of the made-up string. */
const OVERTONES = 24
/** How fast a plucked string is silent: the part that is left after a second. */
const FADES = 0.03

/** How far off a try of the student is, in cents: the tendency with its scatter, the same for the same try. */
export const centsOf = ({ tendency, scatter }: MadeUpStudent, tried: number): number =>
  tendency + scatter * normal(randomOf(7919 * (tried + 1)))

/**
 * What the microphone would hear of a try: so many samples at `rate` a second of a tone at `hertz`, off by what the student is.
 * The same for the same try.
 */
export function playedBy(student: MadeUpStudent, hertz: number, seconds: number, rate: number, tried: number): Float32Array {
  const random = randomOf(104_729 * (tried + 1))
  const out = new Float32Array(Math.round(seconds * rate))
  const off = centsOf(student, tried)
  const tones = [
    { hertz: hertz * 2 ** (off / 1200), loud: 1 },
    ...(student.neighbour ? [{ hertz: hertz * 2 ** (student.neighbour.semitones / 12), loud: student.neighbour.loud }] : []),
  ]
  const start = random()
  for (const [n, tone] of tones.entries()) {
    let phase = n * 0.37
    const most = Math.min(OVERTONES, Math.floor(rate / 2.2 / tone.hertz))
    // The body of an instrument makes some overtones louder than others.
    const loud = Array.from({ length: most }, (_x, k) => (1 + 0.6 * Math.cos(1.7 * (k + 1) * (tone.hertz / 300))) / (k + 1))
    const sum = loud.reduce((a, b) => a + b, 0)
    for (let i = 0; i < out.length; i++) {
      const t = i / rate
      const cents = student.manner === 'bowed' && n === 0 ? student.vibrato * Math.sin(2 * Math.PI * (student.swing * t + start)) : 0
      phase += (tone.hertz * 2 ** (cents / 1200)) / rate
      let x = 0
      for (let k = 0; k < most; k++) x += loud[k] * Math.sin(2 * Math.PI * (k + 1) * phase)
      const level = student.manner === 'plucked' ? FADES ** t : Math.min(1, t / 0.04)
      out[i] += (x / sum) * level * tone.loud * 0.5
    }
  }
  for (let i = 0; i < out.length; i++) out[i] += (random() * 2 - 1) * student.noise * 0.3
  return out
}
