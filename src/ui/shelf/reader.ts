'use client'

import { LIMITS, megabytes } from '@/formats/limits'
import type { MidiChoices } from '@/formats/midi/read'
import type { FileItem } from '@/formats/read'
import { wholeFile } from '@/formats/outcome'
import { keptWorker, TookTooLong } from '@/ui/kit/workerClient'
import type { FileReader } from '@/workers/protocol'
import type { Comparison } from '@/formats/midi/compare'

/**
 * How long a file may take to be read, in milliseconds; one that takes longer is stopped with its worker. It is counted from
 * the asking, and on a busy machine the worker takes seconds to be there: a good file is not refused for that.
 */
const PATIENCE = 30_000

const reader = keptWorker<FileReader>(
  () => new Worker(new URL('../../workers/read.worker.ts', import.meta.url), { type: 'module' }),
  PATIENCE,
)

const failed = (name: string, text: string): FileItem[] => [{ name, kind: null, reading: wholeFile(text) }]

/** Reads a file away from the page. Never rejects. */
export async function readInWorker(file: File, midi?: MidiChoices): Promise<FileItem[]> {
  // Not even opened: the browser would hold it in memory.
  if (file.size > LIMITS.file)
    return failed(file.name, `the file is too large (${megabytes(file.size)}; up to ${megabytes(LIMITS.file)}); split it by piece`)
  let bytes: Uint8Array
  try {
    bytes = new Uint8Array(await file.arrayBuffer())
  } catch {
    return failed(file.name, 'the file could not be opened; is it still where it was?')
  }
  try {
    return (await reader.ask((w) => w.read({ name: file.name, bytes, ...(midi ? { midi } : {}) }))) as FileItem[]
  } catch (e) {
    return failed(
      file.name,
      e instanceof TookTooLong
        ? 'reading it took too long and was stopped; export the piece again, or split it'
        : 'what reads files stopped working; load the page again and bring the file once more',
    )
  }
}

/** What a grid does to a MIDI file; null when it cannot be read. */
export async function compareInWorker(file: File, midi: MidiChoices): Promise<Comparison | null> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  return (await reader.ask((w) => w.compare({ name: file.name, bytes, midi }))) as Comparison | null
}
