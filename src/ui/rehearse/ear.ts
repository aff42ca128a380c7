'use client'

import { middle } from '@/core/middle'
import { FREE_SAMPLES, freePitch } from '@/core/hearing/free'
import { loudness, nearPitch, samplesFor } from '@/core/hearing/near'
import { needleOf, QUIET, withReading, type Needle, type PitchReading } from '@/core/hearing/needle'
import { playedBy, type MadeUpStudent } from '@/core/hearing/student'

/** How often is listened, in milliseconds, and how much of the signal is kept to listen to. */
const [EVERY, KEPT] = [25, FREE_SAMPLES]
/** How long a made-up student holds a note, in seconds. */
export const HOLDS = 2.5

/** Why nothing can be heard, in words. */
export class NoEar extends Error {}

/** A source that is listened to, until it is let go. */
export type SoundSource = { readonly context: AudioContext; readonly node: AudioNode; readonly end: () => void }

/** The microphone, as it is: without what a telephone does to a voice. Throws {@link NoEar} in words. */
export async function microphone(): Promise<SoundSource> {
  if (!window.isSecureContext)
    throw new NoEar('Browsers only open the microphone on this computer (localhost) or over https. Playing, click and wall still work.')
  if (!('mediaDevices' in navigator)) throw new NoEar('This browser has no microphone. Everything else works.')
  const stream = await navigator.mediaDevices
    .getUserMedia({ audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 } })
    .catch((e: unknown) => {
      const name = e instanceof DOMException ? e.name : ''
      if (name === 'NotAllowedError')
        throw new NoEar('The browser blocked the microphone. Allow it next to the address, then try again. Everything else works.')
      if (name === 'NotFoundError') throw new NoEar('No microphone found. Everything else works.')
      throw new NoEar('We couldn’t open the microphone. Another program may be using it. Everything else works.')
    })
  const context = new AudioContext({ sampleRate: 48_000 })
  void context.resume()
  return {
    context,
    node: context.createMediaStreamSource(stream),
    end: () => {
      for (const track of stream.getTracks()) track.stop()
      void context.close()
    },
  }
}

/** A made-up student who plays a note, softly heard: what is listened to goes the same way as the microphone. */
export function studentPlays(student: MadeUpStudent, hertz: number, tried: number): SoundSource {
  const context = new AudioContext({ sampleRate: 48_000 })
  void context.resume()
  const samples = playedBy(student, hertz, HOLDS, context.sampleRate, tried)
  const buffer = context.createBuffer(1, samples.length, context.sampleRate)
  buffer.getChannelData(0).set(samples)
  const node = context.createBufferSource()
  node.buffer = buffer
  const soft = context.createGain()
  soft.gain.value = 0.25
  node.connect(soft)
  soft.connect(context.destination)
  node.start()
  return { context, node, end: () => void context.close() }
}

/** How much of what was heard freely is looked at, in readings; and how many of them must be clear. */
const [LAST, CLEAR] = [15, 4]

/**
 * Listens to a source for the pitch that is meant at the moment and says where the needle stands; where none is meant (null),
 * which pitch it is. Returns how to stop.
 */
export function listen(
  { context, node, end }: SoundSource,
  meant: () => number | null,
  show: (needle: Needle, free: number | null) => void,
): () => void {
  const analyser = context.createAnalyser()
  analyser.fftSize = KEPT
  node.connect(analyser)
  const all = new Float32Array(KEPT)
  let readings: readonly PitchReading[] = []
  let free: (number | null)[] = []
  let target = meant()
  const timer = setInterval(() => {
    if (meant() !== target) {
      target = meant()
      readings = []
      free = []
    }
    analyser.getFloatTimeDomainData(all)
    if (target === null) {
      free = [...free, loudness(all) < QUIET ? null : (freePitch(all, context.sampleRate)?.hertz ?? null)].slice(-LAST)
      const clear = free.flatMap((x) => x ?? [])
      return show({ kind: 'silent' }, clear.length >= CLEAR ? middle(clear) : null)
    }
    const part = all.subarray(KEPT - samplesFor(target, context.sampleRate))
    const cents = nearPitch(part, context.sampleRate, target)?.cents ?? null
    readings = withReading(readings, { at: performance.now() / 1000, loud: loudness(part), cents })
    show(needleOf(readings), null)
  }, EVERY)
  return () => {
    clearInterval(timer)
    end()
  }
}

/** Tones to tune by, or a drone to play over, until it is stopped. */
export function reference(all: readonly number[], level: number): () => void {
  const context = new AudioContext()
  void context.resume()
  const out = context.createGain()
  out.gain.value = 0
  out.gain.setTargetAtTime(0.25 * level, context.currentTime, 0.05)
  out.connect(context.destination)
  // A tone with its octave and twelfth: clear, and heard from a small loudspeaker also where the tone itself is too low for it.
  for (const hertz of all)
    for (const [times, loud] of [
      [1, 1],
      [2, 0.5],
      [3, 0.3],
    ] as const) {
      const tone = context.createOscillator()
      const part = context.createGain()
      tone.frequency.value = hertz * times
      part.gain.value = loud / all.length
      tone.connect(part)
      part.connect(out)
      tone.start()
    }
  return () => {
    out.gain.setTargetAtTime(0, context.currentTime, 0.03)
    setTimeout(() => void context.close(), 200)
  }
}
