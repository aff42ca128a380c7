import type { Key } from '@/core/music/key'
import type { Meter } from '@/core/music/time'
import { assemble, type FoundLine } from '../assemble'
import { refused, SourceError, wholeFile, type Reading } from '../reading'
import { keyOf, meterOf } from './attributes'
import { readPart, type LeftOut } from './part'
import { child, childrenOf, numberOf, parseXml, refuseAt, textOf, type XmlNode } from './tree'

/** Reads a partwise MusicXML document (1.0 to 4.0), one line a part: its first voice on its first staff. */
export function readMusicXml(source: string): Reading {
  try {
    const text = source.replace(/^\uFEFF/, '')
    const root = parseXml(text)
    if (root.name === 'score-timewise') refuseAt(text, root, 'this is a timewise score; export it as partwise MusicXML')
    if (root.name !== 'score-partwise')
      refuseAt(text, root, `this is XML but not MusicXML (its root is “${root.name}”); export the piece as MusicXML`)
    const parts = childrenOf(root, 'part')
    if (parts.length === 0) refuseAt(text, root, 'the score has no part; export it with its notes')
    const leftOut: LeftOut = new Map()
    const lines: FoundLine[] = parts.slice(0, 8).map((part, i) => readPart(text, part, nameOf(root, part, i), i, leftOut))
    const first = childrenOf(parts[0], 'measure')[0]
    const heading = headingOf(text, first)
    const title = textOf(root, 'work', 'work-title') || textOf(root, 'movement-title') || creditTitle(root) || 'Untitled'
    const composer = childrenOf(child(root, 'identification'), 'creator').find((c) => c.attrs.type === 'composer')?.text
    const tempo = tempoOf(parts[0])
    const notices = [...leftOut].map(
      ([what, measures]) =>
        `left out: ${what} in measure${measures.size === 1 ? '' : 's'} ${[...measures].slice(0, 8).join(', ')}${measures.size > 8 ? ' …' : ''}`,
    )
    if (parts.length > 8) notices.push(`left out: ${parts.length - 8} parts beyond the eighth`)
    return assemble(
      { title: title.slice(0, 200), ...heading, ...(composer ? { composer: composer.slice(0, 200) } : {}), ...(tempo ? { tempo } : {}) },
      lines,
      notices,
    )
  } catch (e) {
    if (e instanceof SourceError) return refused(e.problem)
    // What the XML library itself gives up on (tags nested without end) is the file's fault, not ours.
    return wholeFile('the XML of this file could not be taken apart (nested too deep, perhaps); export the piece again as MusicXML')
  }
}

function nameOf(root: XmlNode, part: XmlNode, i: number): string {
  const listed = childrenOf(child(root, 'part-list'), 'score-part').find((p) => p.attrs.id === part.attrs.id)
  return (textOf(listed, 'part-name') || String.fromCharCode(65 + i)).slice(0, 80)
}

const creditTitle = (root: XmlNode) =>
  childrenOf(root, 'credit')
    .find((c) => childrenOf(c, 'credit-type').some((t) => t.text === 'title'))
    ?.children.find((c) => c.name === 'credit-words')?.text

/** Key and meter at the start; a score that says neither is in C and 4/4. */
function headingOf(source: string, first: XmlNode | undefined): { key: Key; meter: Meter } {
  const attributes = childrenOf(first, 'attributes')
  const key = attributes.map((a) => child(a, 'key')).find(Boolean)
  const time = attributes.map((a) => child(a, 'time')).find(Boolean)
  return { key: key ? keyOf(source, key) : { fifths: 0, mode: 'major' }, meter: time ? meterOf(source, time) : { beats: 4, unit: 4 } }
}

const QUARTERS_OF: Record<string, number> = { whole: 4, half: 2, quarter: 1, eighth: 0.5, '16th': 0.25 }

/** The first tempo the part gives, in quarters a minute, or undefined. */
function tempoOf(part: XmlNode): number | undefined {
  for (const measure of childrenOf(part, 'measure'))
    for (const n of measure.children) {
      const sound = n.name === 'sound' ? n : n.name === 'direction' ? child(n, 'sound') : undefined
      const given = Number(sound?.attrs.tempo)
      if (given >= 20 && given <= 400) return given
      for (const type of n.name === 'direction' ? childrenOf(n, 'direction-type') : []) {
        const metronome = child(type, 'metronome')
        const unit = (QUARTERS_OF[textOf(metronome, 'beat-unit') ?? ''] ?? 0) * (child(metronome, 'beat-unit-dot') ? 1.5 : 1)
        const rate = unit * (numberOf(metronome, 'per-minute') ?? 0)
        if (rate >= 20 && rate <= 400) return rate
      }
    }
  return undefined
}
