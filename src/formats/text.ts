/** A text out of bytes, and whether its encoding had to be guessed. */
type Decoded = { readonly text: string; readonly guessed: boolean }

const starts = (bytes: Uint8Array, ...wanted: number[]): boolean => wanted.every((b, i) => bytes[i] === b)

/**
 * Decodes by byte order mark (UTF-8, UTF-16), by the zero bytes of a "<" in UTF-16, by the encoding that an XML
 * declaration names, else as UTF-8; what is none of these is taken for Windows-1252, as old programs write. Null for bytes that are no text.
 */
export function decodeText(bytes: Uint8Array): Decoded | null {
  if (starts(bytes, 0xff, 0xfe) || starts(bytes, 0x3c, 0x00)) return plain(bytes, 'utf-16le')
  if (starts(bytes, 0xfe, 0xff) || starts(bytes, 0x00, 0x3c)) return plain(bytes, 'utf-16be')
  if (bytes.subarray(0, 4096).includes(0)) return null
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 200))
  const named = /^\s*<\?xml[^>]*encoding\s*=\s*["']([\w-]+)["']/.exec(head)?.[1]
  if (named && !/^utf-?(8|16)/i.test(named)) {
    try {
      return plain(bytes, named)
    } catch {
      // An encoding of no known name: looked at as any other text.
    }
  }
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), guessed: false }
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), guessed: true }
  }
}

const plain = (bytes: Uint8Array, encoding: string): Decoded => ({ text: new TextDecoder(encoding).decode(bytes), guessed: false })
