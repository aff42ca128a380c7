import { writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { expect, test } from './test'
import { playedBy, STEADY } from '../src/core/hearing/student'
import { CHROMIUM } from './chromium'
import { open } from './open'

/** A microphone as the browser has it, that hears a file: a bowed A, 25 cents sharp, over and over. */
const RATE = 48_000
const file = path.join(os.tmpdir(), `even-seat-capture-${process.pid}.wav`)

/** 16-bit PCM in a RIFF file (Multimedia Programming Interface and Data Specifications 1.0, 1991). */
function wav(samples: Float32Array): Buffer {
  const out = Buffer.alloc(44 + samples.length * 2)
  out.write('RIFF', 0)
  out.writeUInt32LE(36 + samples.length * 2, 4)
  out.write('WAVEfmt ', 8)
  out.writeUInt32LE(16, 16)
  out.writeUInt16LE(1, 20)
  out.writeUInt16LE(1, 22)
  out.writeUInt32LE(RATE, 24)
  out.writeUInt32LE(RATE * 2, 28)
  out.writeUInt16LE(2, 32)
  out.writeUInt16LE(16, 34)
  out.write('data', 36)
  out.writeUInt32LE(samples.length * 2, 40)
  samples.forEach((x, i) => out.writeInt16LE(Math.round(Math.max(-1, Math.min(1, x)) * 32_000), 44 + i * 2))
  return out
}
writeFileSync(file, wav(playedBy({ ...STEADY, tendency: 25, vibrato: 6, noise: 0.03 }, 440, 4, RATE, 1)))

test.use({
  launchOptions: {
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--autoplay-policy=no-user-gesture-required',
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-audio-capture=${file}`,
    ],
    executablePath: CHROMIUM,
  },
})

test('a microphone that hears a recording: its cents, then the string that is meant, and its name where none is', async ({ page }) => {
  await open(page, 'Two Barges')
  await page.keyboard.press('y')
  await page.getByRole('tab', { name: 'Tuner' }).click()
  const ear = page.getByRole('region', { name: 'Tuner' })
  await ear.getByRole('button', { name: 'Open A' }).click()
  await ear.getByRole('button', { name: 'Microphone' }).click()
  await expect(ear.getByRole('status')).toHaveText(/^Sharp by 2[3-7] cents\. Lower it\.$/)
  await ear.getByRole('button', { name: 'any note' }).click()
  await expect(ear.getByRole('status')).toHaveText(/^A, 2[3-7] cents sharp \(44[5-7]\.\d Hz\)\.$/)
  await ear.getByRole('button', { name: 'Stop listening' }).click()
  await expect(ear.getByRole('status')).toHaveText('Not listening.')
})
