import type { Jump } from '@/core/piece/piece'
import type { Frame } from '../frame'
import { child, childrenOf, numberOf, textOf, type XmlNode } from './tree'

/** A `<sound>`: tempo and ways through the piece. */
export function readSound(sound: XmlNode | undefined, frame: Frame): void {
  if (!sound) return
  const { attrs } = sound
  const tempo = Number(attrs.tempo)
  if (tempo >= 20 && tempo <= 400) frame.tempo ??= tempo
  if (attrs.dacapo === 'yes') frame.jump ??= { to: 'start', then: 'end' }
  if (attrs.dalsegno !== undefined) frame.jump ??= { to: 'segno', then: 'end' }
  if (attrs.fine !== undefined && attrs.fine !== 'no') frame.fine = true
  if (attrs.tocoda !== undefined) frame.toCoda = true
  if (attrs.segno !== undefined) frame.segno = true
  if (attrs.coda !== undefined) frame.coda = true
}

const QUARTERS_OF: Record<string, number> = { whole: 4, half: 2, quarter: 1, eighth: 0.5, '16th': 0.25 }

/** A metronome mark as quarters a minute. */
export function readMetronome(metronome: XmlNode, frame: Frame): void {
  const unit = (QUARTERS_OF[textOf(metronome, 'beat-unit') ?? ''] ?? 0) * (child(metronome, 'beat-unit-dot') ? 1.5 : 1)
  const rate = unit * (numberOf(metronome, 'per-minute') ?? 0)
  if (rate >= 20 && rate <= 400) frame.tempo ??= rate
}

/** A `<barline>`. `open` is the ending that runs; says the one that runs on after this measure, and the one this measure is in. */
export function readBarline(
  n: XmlNode,
  frame: Frame,
  open: number[] | undefined,
): { inside: number[] | undefined; after: number[] | undefined } {
  const repeat = child(n, 'repeat')
  if (repeat?.attrs.direction === 'forward') frame.repeatStart = true
  if (repeat?.attrs.direction === 'backward') frame.repeatEnd = Math.min(9, Math.max(2, Number(repeat.attrs.times ?? 2) || 2))
  const style = textOf(n, 'bar-style')
  if (style === 'light-light') frame.barline = 'double'
  if (style === 'light-heavy' && !repeat) frame.barline = 'final'
  if (child(n, 'segno')) frame.segno = true
  if (child(n, 'coda')) frame.coda = true
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
export function settleJumps(frames: readonly Frame[]): void {
  const fine = frames.some((f) => f.fine)
  const coda = frames.some((f) => f.toCoda) && frames.some((f) => f.coda)
  for (const f of frames)
    if (f.jump?.then === 'end') f.jump = { ...f.jump, then: (coda ? 'coda' : fine ? 'fine' : 'end') satisfies Jump['then'] }
}

export const directionTypes = (n: XmlNode): XmlNode[] => childrenOf(n, 'direction-type').flatMap((t) => t.children)
