import { byOctaves } from '../music/pitch'
import { onceIn } from '../once'
import type { Head, Line, PieceEvent } from '../piece/piece'
import type { Substitute } from './substitute.schema'

export type { Substitute } from './substitute.schema'

/** By event id. */
export type Substitutes = Readonly<Record<string, Substitute>>

function put(e: PieceEvent, s: Substitute): PieceEvent {
  if (e.kind === 'rest') return e
  switch (s.kind) {
    case 'octave': {
      const moved = e.heads.map((h): Head => ({ ...h, pitch: byOctaves(h.pitch, s.by) }))
      return moved.every((h) => h.pitch.octave >= -1 && h.pitch.octave <= 9) ? { ...e, heads: moved } : e
    }
    case 'heads': {
      const kept = e.heads.filter((_, i) => s.heads.includes(i))
      return kept.length ? { ...e, heads: kept } : e
    }
    case 'tone':
    case 'chord': {
      const tie = e.heads.every((h) => h.tie) ? { tie: true } : {}
      return { ...e, heads: (s.kind === 'tone' ? [s.pitch] : s.pitches).map((pitch) => ({ pitch, ...tie })) }
    }
    case 'rest':
      return {
        kind: 'rest',
        id: e.id,
        value: e.value,
        ...(e.tuplet ? { tuplet: e.tuplet } : {}),
        ...(e.words ? { words: e.words } : {}),
        ...(e.ossiaTo ? { ossiaTo: e.ossiaTo } : {}),
      }
  }
}

const changed = onceIn((line: Line, substitutes: Substitutes): Line => {
  // The first of events that stand in place of others says so to its reader, and up to where.
  const events = line.measures.flatMap((m) => m.events)
  const passages = new Map<string, string>()
  let first: string | null = null
  for (const { id } of events) {
    if (!substitutes[id]) first = null
    else passages.set((first ??= id), id)
  }
  const measures = line.measures.map((m) => ({
    ...m,
    events: m.events.map((e) => {
      const s = substitutes[e.id]
      const ossiaTo = passages.get(e.id)
      return s ? put(ossiaTo ? { ...e, ossiaTo, words: e.words ?? 'ossia' } : e, s) : e
    }),
  }))
  // A slur has no end in a rest.
  const silent = (id: string) => substitutes[id]?.kind === 'rest'
  const slurs = line.slurs.filter((x) => !silent(x.from) && !silent(x.to))
  return { ...line, measures, slurs }
})

/** The line as a seat plays it with its substitutes: the same events and lengths, other pitches. Made once for each pair. */
export const withSubstitutes = (line: Line, substitutes: Substitutes): Line =>
  Object.keys(substitutes).length === 0 ? line : changed(line, substitutes)
