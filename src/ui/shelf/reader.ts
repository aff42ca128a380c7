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
    return failed(
      file.name,
      `the file is too big (${megabytes(file.size)}, the limit is ${megabytes(LIMITS.file)}). Bring one piece at a time`,
    )
  let bytes: Uint8Array
  try {
    bytes = new Uint8Array(await file.arrayBuffer())
  } catch {
    return failed(file.name, 'we couldn’t open the file. Is it still there?')
  }
  try {
    return (await reader.ask((w) => w.read({ name: file.name, bytes, ...(midi ? { midi } : {}) }))) as FileItem[]
  } catch (e) {
    return failed(
      file.name,
      e instanceof TookTooLong
        ? 'this took too long, so we stopped. Export the piece again, or split it'
        : 'something went wrong. Reload the page and bring the file again',
    )
  }
}

/** What a grid does to a MIDI file; null when it cannot be read. */
export async function compareInWorker(file: File, midi: MidiChoices): Promise<Comparison | null> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  return (await reader.ask((w) => w.compare({ name: file.name, bytes, midi }))) as Comparison | null
}
