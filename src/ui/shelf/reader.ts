'use client'

import { wrap, type Remote } from 'comlink'
import { LIMITS, megabytes } from '@/formats/limits'
import type { MidiChoices } from '@/formats/midi/read'
import type { Item } from '@/formats/read'
import { wholeFile } from '@/formats/reading'
import type { FileReader } from '@/workers/protocol'
import type { Comparison } from '@/formats/midi/compare'

type Held = { worker: Worker; remote: Remote<FileReader> }
let held: Held | null = null

const reader = (): Remote<FileReader> => {
  if (!held) {
    const worker = new Worker(new URL('../../workers/read.worker.ts', import.meta.url), { type: 'module' })
    held = { worker, remote: wrap<FileReader>(worker) }
  }
  return held.remote
}

/** How long a file may take to be read, in milliseconds; one that takes longer is stopped with its worker. */
const PATIENCE = 5000

const failed = (name: string, text: string): Item[] => [{ name, kind: null, reading: wholeFile(text) }]

/** Reads a file away from the page. Never rejects. */
export async function readInWorker(file: File, midi?: MidiChoices): Promise<Item[]> {
  // Not even opened: the browser would hold it in memory.
  if (file.size > LIMITS.file)
    return failed(file.name, `the file is too large (${megabytes(file.size)}; up to ${megabytes(LIMITS.file)}); split it by piece`)
  try {
    const bytes = new Uint8Array(await file.arrayBuffer())
    let timer: ReturnType<typeof setTimeout> | undefined
    const slow = new Promise<Item[]>((resolve) => {
      timer = setTimeout(() => {
        held?.worker.terminate()
        held = null
        resolve(failed(file.name, 'reading it took too long and was stopped; export the piece again, or split it'))
      }, PATIENCE)
    })
    const items = await Promise.race([reader().read({ name: file.name, bytes, ...(midi ? { midi } : {}) }) as Promise<Item[]>, slow])
    clearTimeout(timer)
    return items
  } catch {
    return failed(file.name, 'the file could not be opened; is it still where it was?')
  }
}

/** What a grid does to a MIDI file; null when it cannot be read. */
export async function compareInWorker(file: File, midi: MidiChoices): Promise<Comparison | null> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  return (await reader().compare({ name: file.name, bytes, midi })) as Comparison | null
}
