import { createHash, type Hash } from 'node:crypto'
import { createReadStream, fstatSync, openSync, closeSync, readSync, writeSync } from 'node:fs'

/**
 * A library file ends with a seal: the SHA-256 of everything before it, as the comment of the zip archive (APPNOTE 4.3.16).
 * It finds every changed byte, also in names and lengths, where the checksums of the zip do not look.
 */
const WORD = 'even-seat sha256:'
const COMMENT = WORD.length + 64
/** The record that ends a zip without a comment, and where in it the length of the comment stands. */
const END = 22
const LENGTH_AT = 20

async function digest(file: string, upTo: number): Promise<string> {
  const sum: Hash = createHash('sha256')
  if (upTo > 0) for await (const chunk of createReadStream(file, { end: upTo - 1 })) sum.update(chunk as Buffer)
  return sum.digest('hex')
}

/** Seals a finished zip file that has no comment yet. */
export async function seal(file: string): Promise<void> {
  const fd = openSync(file, 'r+')
  try {
    const { size } = fstatSync(fd)
    const comment = Buffer.from(WORD + (await digest(file, size - END + LENGTH_AT)), 'latin1')
    writeSync(fd, Buffer.from([COMMENT & 255, COMMENT >> 8]), 0, 2, size - END + LENGTH_AT)
    writeSync(fd, comment, 0, comment.length, size)
  } finally {
    closeSync(fd)
  }
}

/** Whether the seal of a file holds; `none` when it has none. */
export async function sealOf(file: string): Promise<'holds' | 'broken' | 'none'> {
  const fd = openSync(file, 'r')
  const tail = Buffer.alloc(COMMENT)
  let size: number
  try {
    size = fstatSync(fd).size
    if (size < COMMENT + END) return 'none'
    readSync(fd, tail, 0, COMMENT, size - COMMENT)
  } finally {
    closeSync(fd)
  }
  const text = tail.toString('latin1')
  // A word with a bit turned over is a broken seal, not a file without one.
  const near = [...WORD].filter((c, i) => text[i] === c).length
  if (near < WORD.length - 2) return 'none'
  return text === WORD + (await digest(file, size - COMMENT - END + LENGTH_AT)) ? 'holds' : 'broken'
}
