/** A pitch that was heard near the one that is meant: cents off it (sharp positive), and how clearly, from 0 to 1. */
export type NearPitch = { readonly cents: number; readonly clarity: number }

/** How far from the meant pitch is looked, in cents: a half step off is still told from the note beside it. */
export const AROUND = 110
/** What is less clear than this is no tone, or too much else sounds. */
const CLEAR = 0.75
/** A tone whose half or third of a period is nearly as clear is a higher one. */
const HIGHER = 0.1

/** How many samples a reading takes of a tone: five periods of the lowest notes, and not so long that it is late. */
export const samplesFor = (hertz: number, rate: number): number => (hertz < 94 * (rate / 48_000) ? 4096 : 2048)

/**
 * The normalised square difference of a signal with itself some samples later: 1 where it comes again exactly
 * (McLeod and Wyvill, "A smarter way to find pitch", 2005). Over the first `count` pairs.
 */
function likeness(samples: Float32Array, lag: number, count: number): number {
  let [product, energy] = [0, 0]
  for (let i = 0; i < count; i++) {
    const [a, b] = [samples[i], samples[i + lag]]
    product += a * b
    energy += a * a + b * b
  }
  return energy === 0 ? 0 : (2 * product) / energy
}

/** The likeness at a lag between samples, by the parabola through three. */
function likenessAt(samples: Float32Array, lag: number, count: number): number {
  const at = Math.round(lag)
  const [l, m, r] = [likeness(samples, at - 1, count), likeness(samples, at, count), likeness(samples, at + 1, count)]
  const x = lag - at
  return m + (x * (r - l)) / 2 + (x * x * (l + r - 2 * m)) / 2
}

/**
 * Whether a meant pitch is heard, and how far off: only the lags near it are looked at, so another seat that sounds too does
 * not lead away from it. Null: it is not, or too much else sounds. `samples` at `rate` a second; `hertz` the pitch meant.
 */
export function nearPitch(samples: Float32Array, rate: number, hertz: number): NearPitch | null {
  const lag = rate / hertz
  const [from, to] = [Math.floor(lag * 2 ** (-AROUND / 1200)) - 1, Math.ceil(lag * 2 ** (AROUND / 1200)) + 1]
  const count = samples.length - to - 1
  if (from < 2 || count < lag) return null
  let best = from
  const like = new Map<number, number>()
  for (let k = from; k <= to; k++) {
    const x = likeness(samples, k, count)
    like.set(k, x)
    if (x > like.get(best)!) best = k
  }
  if (best === from || best === to) return null
  const [l, m, r] = [like.get(best - 1)!, like.get(best)!, like.get(best + 1)!]
  const bend = l - 2 * m + r
  const exact = bend === 0 ? best : best + (l - r) / (2 * bend)
  const clarity = m - ((l - r) * (exact - best)) / 4
  if (clarity < CLEAR) return null
  for (const part of [2, 3]) if (exact / part >= 3 && likenessAt(samples, exact / part, count) > clarity - HIGHER) return null
  return { cents: 1200 * Math.log2(lag / exact), clarity: Math.min(1, clarity) }
}

/** How loud some samples are: root of the mean square. */
export const loudness = (samples: Float32Array): number =>
  Math.sqrt(samples.reduce((sum, x) => sum + x * x, 0) / Math.max(1, samples.length))
