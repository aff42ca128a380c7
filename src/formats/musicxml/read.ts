import type { Key } from '@/core/music/key'
import { intervalFor, transposedKey } from '@/core/music/interval'
import type { Meter } from '@/core/music/time'
import { MOST_LINES } from '@/core/piece/piece'
import { assemble, type FoundLine } from '../assemble'
import type { MeasureHead } from '../measureHead'
import { LeftOut } from '../leftOut'
import { refused, SourceError, wholeFile, type FileReading } from '../outcome'
import { keyOf, meterOf } from './attributes'
import { directionTypes, readMetronome, readSound } from './measureHead'
import { readPart } from './part'
import { partwise } from './timewise'
import { child, childrenOf, numberOf, parseXml, refuseAt, textOf, type XmlNode } from './tree'

/** Reads a MusicXML document (1.0 to 4.0, partwise or timewise): every voice of every part becomes a line. */
export function readMusicXml(source: string): FileReading {
  try {
    const text = source.replace(/^\uFEFF/, '')
    const found = parseXml(text)
    if (found.name !== 'score-partwise' && found.name !== 'score-timewise')
      refuseAt(found, `this is XML but not MusicXML (its root is “${found.name}”). Export the piece as MusicXML`)
    const root = partwise(found)
    const parts = childrenOf(root, 'part')
    if (parts.length === 0) refuseAt(root, 'the score has no part. Export it with its notes')
    const leftOut = new LeftOut()
    const notices: string[] = []
    const lines: FoundLine[] = []
    parts.forEach((part, i) => {
      const name = nameOf(root, part, i)
      const read = readPart(part, name, i, leftOut)
      if (read.length === 0) notices.push(`left out: the part ${name}, which has no pitched notes`)
      if (read.length > 1) notices.push(`${name} has ${read.length} voices: each is a line of its own, and seats begin on the top one`)
      lines.push(...read)
    })
    if (lines.length === 0) return refused({ line: 1, column: 1, text: 'there are no pitched notes here. Export the piece with its notes' })
    const most = shared(lines.slice(0, MOST_LINES))
    if (lines.length > most.length) notices.push(`left out: ${lines.length - most.length} lines beyond ${MOST_LINES}`)
    const title = textOf(root, 'work', 'work-title') || textOf(root, 'movement-title') || creditTitle(root) || 'Untitled'
    const composer = childrenOf(child(root, 'identification'), 'creator').find((c) => c.attrs.type === 'composer')?.text
    const tempo = tempoOf(parts)
    return assemble(
      {
        title: title.replace(/\s+/g, ' ').slice(0, 200),
        ...headingOf(parts[0]),
        ...(composer ? { composer: composer.slice(0, 200) } : {}),
        ...(tempo ? { tempo } : {}),
      },
      most,
      [...notices, ...leftOut.sentences()],
    )
  } catch (e) {
    if (e instanceof SourceError) return refused(e.problem)
    // What the XML library itself gives up on is the file's fault, not ours.
    return wholeFile('we can’t read the XML in this file. Export the piece again as MusicXML')
  }
}

/** Scores write signs and tempo over their first part only: every line gets what any of them says about its measure. */
function shared(lines: readonly FoundLine[]): FoundLine[] {
  const heads = new Map<number, MeasureHead>()
  for (const line of lines)
    line.measures.forEach(({ number: _, events: _e, source: _s, pickup: _p, ...head }, i) => heads.set(i, { ...head, ...heads.get(i) }))
  return lines.map((line) => ({ ...line, measures: line.measures.map((m, i) => ({ ...heads.get(i), ...m })) }))
}

function nameOf(root: XmlNode, part: XmlNode, i: number): string {
  const listed = childrenOf(child(root, 'part-list'), 'score-part').find((p) => p.attrs.id === part.attrs.id)
  return (textOf(listed, 'part-name') || String.fromCharCode(65 + (i % 26))).replace(/\s+/g, ' ').slice(0, 60)
}

const creditTitle = (root: XmlNode) =>
  childrenOf(root, 'credit')
    .find((c) => childrenOf(c, 'credit-type').some((t) => t.text === 'title'))
    ?.children.find((c) => c.name === 'credit-words')?.text

/** Key (at concert pitch) and meter at the start; a score that says neither is in C and 4/4. */
function headingOf(part: XmlNode): { key: Key; meter: Meter } {
  const attributes = childrenOf(childrenOf(part, 'measure')[0], 'attributes')
  const [key, time, transpose] = ['key', 'time', 'transpose'].map((name) => attributes.map((a) => child(a, name)).find(Boolean))
  const written: Key = key ? keyOf(key).key : { fifths: 0, mode: 'major' }
  const semitones = numberOf(transpose, 'chromatic') ?? 0
  const steps = numberOf(transpose, 'diatonic') ?? intervalFor(semitones, written).steps
  return {
    key: transposedKey(written, { steps, semitones }),
    meter: time && !child(time, 'senza-misura') ? meterOf(time) : { beats: 4, unit: 4 },
  }
}

/** The tempo that the first measure gives, in quarters a minute, or undefined. */
function tempoOf(parts: readonly XmlNode[]): number | undefined {
  for (const part of parts) {
    const head: MeasureHead = {}
    for (const n of childrenOf(part, 'measure')[0]?.children ?? []) {
      if (n.name === 'sound') readSound(n, head)
      if (n.name !== 'direction') continue
      readSound(child(n, 'sound'), head)
      for (const t of directionTypes(n)) if (t.name === 'metronome') readMetronome(t, head)
    }
    if (head.tempo) return head.tempo
  }
  return undefined
}
