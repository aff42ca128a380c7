/** A MIDI file without the parts that hold no track, or why it cannot be read, in words. */
type Chunks = { readonly ok: true; readonly bytes: Uint8Array; readonly skipped: number } | { readonly ok: false; readonly problem: string }

const HEAD = 8

/**
 * Goes through the chunks of a file (MIDI 1.0, Standard MIDI Files: unknown ones are to be passed over) and keeps the header
 * and the tracks; the header then counts those. A file that ends inside a chunk is cut off.
 */
export function midiChunksOf(bytes: Uint8Array): Chunks {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const kept: Uint8Array[] = []
  let [at, tracks, skipped] = [0, 0, 0]
  if (bytes.length < HEAD + 6) return { ok: false, problem: 'this MIDI file is damaged: it has no whole header. Export it again' }
  while (at + HEAD <= bytes.length) {
    const id = String.fromCharCode(...bytes.subarray(at, at + 4))
    const end = at + HEAD + view.getUint32(at + 4)
    if (at === 0 && id !== 'MThd')
      return { ok: false, problem: 'this MIDI file is damaged: it does not begin with a header. Export it again' }
    // After the tracks that were promised anything may follow.
    if (end > bytes.length && tracks < view.getUint16(10)) return cutOff
    if (id === 'MThd' && at === 0) kept.push(bytes.slice(at, end))
    else if (id === 'MTrk' && end <= bytes.length) {
      kept.push(bytes.subarray(at, end))
      tracks++
    } else skipped++
    at = end
  }
  if (tracks < view.getUint16(10) && at > bytes.length) return cutOff
  const division = view.getInt16(12)
  if (division < 0) return { ok: false, problem: 'this MIDI file counts in film frames, not in beats. Export it with beats' }
  if (division === 0) return { ok: false, problem: 'this MIDI file does not say how long a beat is (its division is 0). Export it again' }
  if (tracks === 0) return { ok: false, problem: 'there is no track in this MIDI file. Export it again' }
  new DataView(kept[0].buffer, kept[0].byteOffset).setUint16(10, tracks)
  const whole = new Uint8Array(kept.reduce((n, k) => n + k.length, 0))
  let to = 0
  for (const k of kept) {
    whole.set(k, to)
    to += k.length
  }
  return { ok: true, bytes: whole, skipped }
}

const cutOff: Chunks = { ok: false, problem: 'this MIDI file is cut off: it ends inside a track. Download or export it again' }
