import type { Jump } from '@/core/piece/piece'
import type { MeasureHead } from '../measureHead'
import { child, childrenOf, numberOf, textOf, type XmlNode } from './tree'

/** A `<sound>`: tempo and ways through the piece. */
export function readSound(sound: XmlNode | undefined, head: MeasureHead): void {
  if (!sound) return
  const { attrs } = sound
  const tempo = Number(attrs.tempo)
  if (tempo >= 20 && tempo <= 400) head.tempo ??= tempo
  if (attrs.dacapo === 'yes') head.jump ??= { to: 'start', then: 'end' }
  if (attrs.dalsegno !== undefined) head.jump ??= { to: 'segno', then: 'end' }
  if (attrs.fine !== undefined && attrs.fine !== 'no') head.fine = true
  if (attrs.tocoda !== undefined) head.toCoda = true
  if (attrs.segno !== undefined) head.segno = true
  if (attrs.coda !== undefined) head.coda = true
}

const QUARTERS_OF: Record<string, number> = { whole: 4, half: 2, quarter: 1, eighth: 0.5, '16th': 0.25 }

/** A metronome mark as quarters a minute. */
export function readMetronome(metronome: XmlNode, head: MeasureHead): void {
  const unit = (QUARTERS_OF[textOf(metronome, 'beat-unit') ?? ''] ?? 0) * (child(metronome, 'beat-unit-dot') ? 1.5 : 1)
  const rate = unit * (numberOf(metronome, 'per-minute') ?? 0)
  if (rate >= 20 && rate <= 400) head.tempo ??= rate
}

/** A `<barline>`. `open` is the ending that runs; says the one that runs on after this measure, and the one this measure is in. */
export function readBarline(
  n: XmlNode,
  head: MeasureHead,
  open: number[] | undefined,
): { inside: number[] | undefined; after: number[] | undefined } {
  const repeat = child(n, 'repeat')
  if (repeat?.attrs.direction === 'forward') head.repeatStart = true
  if (repeat?.attrs.direction === 'backward') head.repeatEnd = Math.min(9, Math.max(2, Number(repeat.attrs.times ?? 2) || 2))
  const style = textOf(n, 'bar-style')
  if (style === 'light-light') head.barline = 'double'
  if (style === 'light-heavy' && !repeat) head.barline = 'final'
  if (child(n, 'segno')) head.segno = true
  if (child(n, 'coda')) head.coda = true
  const ending = child(n, 'ending')
  if (ending?.attrs.type === 'start') {
    const passes = (ending.attrs.number ?? '1')
      .split(/[ ,]+/)
      .map(Number)
      .filter((p) => p >= 1 && p <= 9)
    const inside = passes.length ? passes : [1]
    return { inside, after: inside }
  }
  const ends = ending?.attrs.type === 'stop' || ending?.attrs.type === 'discontinue'
  return { inside: open, after: ends ? undefined : open }
}

/** Says where the jumps of a part lead that did not say it: to the Fine or the Coda when the part has one. */
export function settleJumps(heads: readonly MeasureHead[]): void {
  const fine = heads.some((f) => f.fine)
  const coda = heads.some((f) => f.toCoda) && heads.some((f) => f.coda)
  for (const f of heads)
    if (f.jump?.then === 'end') f.jump = { ...f.jump, then: (coda ? 'coda' : fine ? 'fine' : 'end') satisfies Jump['then'] }
}

export const directionTypes = (n: XmlNode): XmlNode[] => childrenOf(n, 'direction-type').flatMap((t) => t.children)
