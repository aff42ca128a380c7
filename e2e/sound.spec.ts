import { expect, test } from './test'
import { build } from 'esbuild'
import path from 'node:path'
import { demoPieces } from '../src/formats/testing/demo'

/** The voices and the sounding of the demonstration pieces, as one script for a page without the application. */
async function bundled(): Promise<string> {
  const { outputFiles } = await build({
    stdin: {
      contents: `
        import { bodyOf, bowed, plucked, click } from '@/ui/rehearse/voices'
        import { hertz, soundingOf } from '@/core/sounding/sounding'
        import { takeOf } from '@/core/sounding/take'
        import { timelineOf } from '@/core/balance/timeline'
        import { ensembleMapper, mapsOf } from '@/core/balance/ensemble'
        import { emptyPlan } from '@/core/plan/plan'
        import { DEFAULT_CLASS } from '@/core/plan/class'
        Object.assign(window, { voices: { bodyOf, bowed, plucked, click, hertz, soundingOf, takeOf, timelineOf, ensembleMapper, mapsOf, emptyPlan, DEFAULT_CLASS } })`,
      resolveDir: process.cwd(),
      loader: 'ts',
    },
    bundle: true,
    write: false,
    format: 'iife',
    alias: { '@': path.resolve('src') },
  })
  return outputFiles[0].text
}

type Found = { onsets: number[]; cents: number[]; notes: number; octaves: number }

test('rendered to a buffer, notes begin within 5 ms and sound within 5 cents of what was worked out, for every piece, seat and tempo', async ({
  page,
}) => {
  test.setTimeout(240_000)
  await page.goto('about:blank')
  await page.evaluate(await bundled())
  const all: Found = { onsets: [], cents: [], notes: 0, octaves: 0 }
  for (const [i, piece] of demoPieces().entries()) {
    const found = await page.evaluate(rendered, { piece, rates: i === 0 ? [0.3, 0.6, 1, 1.5] : [1], seconds: 14 })
    all.onsets.push(...found.onsets)
    all.cents.push(...found.cents)
    all.notes += found.notes
    all.octaves += found.octaves
  }
  const worst = (xs: readonly number[]) => Math.max(...xs.map(Math.abs))
  console.log(
    `${all.notes} notes rendered: begin off by at most ${worst(all.onsets).toFixed(1)} ms (${all.onsets.length} after a silence), sound off by at most ${worst(all.cents).toFixed(1)} cents (${all.cents.length} long enough)`,
  )
  expect(all.onsets.length).toBeGreaterThan(200)
  expect(all.cents.length).toBeGreaterThan(400)
  expect(all.octaves).toBe(0)
  expect(worst(all.onsets)).toBeLessThanOrEqual(5)
  expect(worst(all.cents)).toBeLessThanOrEqual(5)
})

/** In the page: renders a piece seat by seat, bowed and plucked, and measures where notes begin and how high they sound. */
async function rendered({ piece, rates, seconds }: { piece: unknown; rates: number[]; seconds: number }): Promise<Found> {
  /* eslint-disable @typescript-eslint/no-explicit-any -- the page's own script has no types here */
  const v = (window as any).voices
  const RATE = 48_000
  const found: Found = { onsets: [], cents: [], notes: 0, octaves: 0 }
  const ensemble = v.ensembleMapper()(piece, v.emptyPlan(), v.DEFAULT_CLASS)
  const sounding = v.soundingOf(piece, ensemble)
  for (const rate of rates) {
    const take = v.takeOf(piece, sounding, v.timelineOf(piece, ensemble), {
      stretch: null,
      rate,
      countIn: 'none',
      introduction: 0,
      breath: 0,
      parts: false,
    })
    for (const map of v.mapsOf(ensemble))
      for (const manner of ['bowed', 'plucked']) {
        const notes = take.notes.filter((n: any) => n.seat === map.seat.id && n.at < seconds - 2 && !n.grace)
        const ctx = new OfflineAudioContext(1, seconds * RATE, RATE)
        const body = v.bodyOf(map.instrument, map.octave - map.written)
        for (const n of notes) {
          const struck = { at: n.at, lasts: n.lasts, hertz: v.hertz(n.midi, 440), loud: n.loud }
          if (manner === 'bowed') v.bowed(ctx, ctx.destination, body, struck, n.slurred)
          else v.plucked(ctx, ctx.destination, body, struck)
        }
        const data: Float32Array = (await ctx.startRendering()).getChannelData(0)
        const loudest = (from: number, to: number) => {
          let most = 0
          for (let i = Math.max(0, from); i < to; i++) most = Math.max(most, Math.abs(data[i]))
          return most
        }
        notes.forEach((n: any, i: number) => {
          // Of a chord no single pitch can be measured.
          if (notes.some((x: any, k: number) => k !== i && Math.abs(x.at - n.at) < 0.01)) return
          found.notes++
          const start = Math.round(n.at * RATE)
          const length = Math.round(n.lasts * RATE)
          const peak = loudest(start, start + Math.min(length, RATE / 10))
          if (loudest(start - RATE / 100, start) < peak * 0.001) {
            let at = start
            while (Math.abs(data[at]) < peak * 0.03) at++
            found.onsets.push(((at - start) / RATE) * 1000)
          }
          const before = notes[i - 1]
          const rings = manner === 'plucked' && before && before.at + 2.2 > n.at
          if (length < RATE * 0.3 || rings) return
          // Normalised square difference (McLeod and Wyvill, 2005) near the lag that is meant, over one swing of the hand.
          const window_ = 9056
          const from = start + Math.round(Math.min(length - window_ - 2400, RATE * 0.06))
          const lag = RATE / v.hertz(n.midi, 440)
          const like = (k: number) => {
            let [a, b] = [0, 0]
            for (let j = from; j < from + window_ - 1200; j++) {
              a += data[j] * data[j + k]
              b += data[j] ** 2 + data[j + k] ** 2
            }
            return (2 * a) / b
          }
          let best = Math.round(lag)
          // Over several periods the lag is measured finer.
          const periods = Math.max(1, Math.floor(900 / lag))
          best = Math.round(lag * periods)
          const span = Math.max(2, Math.ceil(best * 0.012))
          for (let k = best - span, top = -2; k <= Math.round(lag * periods) + span; k++) {
            const x = like(k)
            if (x > top) [top, best] = [x, k]
          }
          const [l, m, r] = [like(best - 1), like(best), like(best + 1)]
          const exact = best + (l - r) / (2 * (l - 2 * m + r))
          // An octave lower it would not come again after one period, an octave higher it would come again after half of one.
          if (like(Math.round(lag)) < 0.8 || like(Math.round(lag / 2)) > like(Math.round(lag)) - 0.02) found.octaves++
          found.cents.push(1200 * Math.log2((lag * periods) / exact))
        })
      }
  }
  return found
}
