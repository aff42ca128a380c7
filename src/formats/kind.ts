/** What a file can be, besides a zip of such. */
export type FileKind = 'musicxml' | 'abc' | 'midi' | 'json'

const BY_ENDING: Record<string, FileKind> = {
  musicxml: 'musicxml',
  xml: 'musicxml',
  mxl: 'musicxml',
  abc: 'abc',
  mid: 'midi',
  midi: 'midi',
  json: 'json',
}

/** A name without the folders before it. */
export const baseName = (name: string): string => name.split(/[\\/]/).pop() ?? name

/** What a file is by its first bytes, else by its ending; null when neither says. Without bytes by its ending alone. */
export function fileKindOf(name: string, bytes?: Uint8Array): FileKind | null {
  const ending = /\.([a-z]+)$/i.exec(name)?.[1].toLowerCase() ?? ''
  if (!bytes) return BY_ENDING[ending] ?? null
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 4000))
  if (head.startsWith('MThd')) return 'midi'
  // Letters only: byte order marks and the zero bytes of UTF-16 fall away.
  const letters = head.replace(/[^\x21-\x7e\n]/g, '')
  if (letters.startsWith('<')) return 'musicxml'
  if (letters.startsWith('{')) return 'json'
  if (/^(X:|%abc)/m.test(letters) || (/^K:/m.test(letters) && !bytes.includes(0))) return 'abc'
  return bytes.subarray(0, 4096).includes(0) ? null : (BY_ENDING[ending] ?? null)
}

const NAMES: Record<FileKind, string> = { musicxml: 'MusicXML', abc: 'abc', midi: 'MIDI', json: 'an Even Seat piece' }
export const sayKind = (kind: FileKind): string => NAMES[kind]
