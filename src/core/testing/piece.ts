import type { Key } from '../music/key'
import { parsePitch } from '../music/pitch'
import { measureTicks, ticksOf, type Meter, type Value } from '../music/time'
import { PIECE_VERSION, type Line, type Measure, type Piece, type PieceEvent } from '../piece/piece'

const LENGTHS: Record<string, Value> = {
  w: { base: 'whole', dots: 0 },
  h: { base: 'half', dots: 0 },
  'h.': { base: 'half', dots: 1 },
  q: { base: 'quarter', dots: 0 },
  'q.': { base: 'quarter', dots: 1 },
  e: { base: 'eighth', dots: 0 },
  'e.': { base: 'eighth', dots: 1 },
  s: { base: '16th', dots: 0 },
  t: { base: 'eighth', dots: 0, tuplet: { actual: 3, normal: 2 } },
}

/**
 * A line for tests from words: "D4 E4:e (F#4 G4) [D4,A4]:h z A4~ A4": pitch or chord, `:` length (quarter when left out),
 * parentheses slur, `~` ties on, `z` rests, `x` is struck without a pitch. Measures fill by the meter; `|` closes one early (the first is a pickup),
 * `pizz:`, `arco:`, `snap:`, `p:`, `mf:` and so on stand before a note; `|:` and `:|` repeat, `[1` and `[2` begin an ending.
 */
export function lineFrom(text: string, meter: Meter = { beats: 4, unit: 4 }): Line {
  const measures: Measure[] = []
  let next: Partial<Measure> = {}
  const slurs: { from: string; to: string }[] = []
  let events: PieceEvent[] = []
  let open: string | null = null
  let filled = 0
  const close = () => {
    measures.push({ number: `${measures.length + 1}`, events, ...next })
    next = {}
    events = []
    filled = 0
  }
  const bar = (word: string): boolean => {
    if (word === '|') {
      if (events.length === 0) return true
      if (measures.length === 0) next = { ...next, pickup: true }
      close()
    } else if (word === '|:') next = { ...next, repeatStart: true }
    else if (word === ':|') measures.push({ ...measures.pop()!, repeatEnd: 2 })
    else if (word === '[1' || word === '[2') next = { ...next, ending: [Number(word[1])] }
    else return false
    return true
  }
  let count = 0
  for (const word of text.split(/\s+/)) {
    if (!word || bar(word)) continue
    const [, mark, bare] = /^(?:(pizz|arco|snap|pp|p|mp|mf|f|ff):)?(.*)$/.exec(word)!
    const m = /^(\()?(\[[^\]]+\]|[A-G][#b]*-?\d|z|x)(?::([whqest]\.?))?(~)?(\))?$/.exec(bare)
    if (!m) throw new Error(`not a test word: ${word}`)
    const id = `e${count++}`
    const value = LENGTHS[m[3] ?? 'q']
    const tie = m[4] ? { tie: true } : {}
    const event: PieceEvent =
      m[2] === 'z' || m[2] === 'x'
        ? { kind: 'rest', id, value, ...(m[2] === 'x' ? { struck: true } : {}) }
        : {
            kind: 'note',
            id,
            value,
            ...(mark ? (/^[mpf]+$/.test(mark) ? { dynamic: mark as 'p' } : { marks: [mark as 'pizz' | 'arco' | 'snap'] }) : {}),
            heads: m[2]
              .replace(/[[\]]/g, '')
              .split(',')
              .map((p) => ({ pitch: parsePitch(p)!, ...tie })),
          }
    if (m[1]) open = id
    if (m[5] && open) slurs.push({ from: open, to: id })
    events.push(event)
    filled += ticksOf(value)
    if (filled >= measureTicks(meter)) close()
  }
  if (events.length || measures.length === 0) close()
  return { name: 'A', clef: 'treble', measures, slurs }
}

/** A one-line piece for tests. */
export function pieceFrom(text: string, key: Key = { fifths: 0, mode: 'major' }, meter: Meter = { beats: 4, unit: 4 }): Piece {
  return { version: PIECE_VERSION, title: 'Test', key, meter, lines: [lineFrom(text, meter)] }
}
