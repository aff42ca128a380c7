import { isStruck } from '@/core/piece/struck'
import { measureTicks } from '@/core/music/time'
import type { NoteEvent } from '@/core/piece/piece'
import { bearingOf, graceOf, headOf, valuesOf, type NoteContext } from './note'
import { newEventId, rests, WHOLE_REST, type XmlState, type XmlVoice } from './state'
import { child, childrenOf, textOf, type XmlNode } from './tree'

/** A grace note waits for the note that follows it. */
export function addGrace(voice: XmlVoice, c: NoteContext, n: XmlNode): void {
  const grace = graceOf(c, n)
  const last = voice.graces.at(-1)
  if (child(n, 'chord') && last) voice.graces[voice.graces.length - 1] = { ...last, heads: [...last.heads, ...grace.heads] }
  else if (voice.graces.length < 16) voice.graces.push(grace)
  else c.leave('grace note beyond sixteen')
}

/** Puts a note or rest into its voice, tied where no single value is that long; what lies before it unfilled is rest. */
export function addEvent(state: XmlState, voice: XmlVoice, c: NoteContext, n: XmlNode, index: number, at: number, length: number): void {
  const events = voice.measures.get(index) ?? []
  voice.measures.set(index, events)
  if (at < voice.filled) return c.leave('note that overlaps another of its voice')
  if (at > voice.filled) events.push(...rests(state, at - voice.filled, c.number))
  voice.filled = at + length
  const rest = child(n, 'rest')
  if (rest || !child(n, 'pitch')) {
    const struck = !rest
    const hidden = n.attrs['print-object'] === 'no'
    const whole =
      !struck &&
      at === 0 &&
      length === measureTicks(state.meter) &&
      (rest?.attrs.measure === 'yes' || textOf(n, 'type') === undefined || textOf(n, 'type') === 'whole')
    if (whole) events.push({ kind: 'rest', id: newEventId(state), value: WHOLE_REST, wholeMeasure: true })
    else if (length > 0) {
      const { tuplet } = hidden ? {} : bearingOf({ ...c, leave: () => undefined }, n)
      const values = valuesOf(c, n, length)
      values.forEach((value, i) =>
        events.push({
          kind: 'rest',
          id: newEventId(state),
          value,
          ...(struck && i === 0 ? { struck } : {}),
          ...(tuplet ? { tuplet } : {}),
        }),
      )
    }
    return
  }
  if (length === 0) return c.leave('note without a length')
  const values = valuesOf(c, n, length)
  const head = headOf(c, n)
  const { tuplet, ...bearing } = bearingOf(c, n)
  const first = newEventId(state)
  values.forEach((value, i) => {
    const ends = i === values.length - 1
    const note: NoteEvent = {
      kind: 'note',
      id: i === 0 ? first : newEventId(state),
      value,
      heads: [ends ? head : { ...head, tie: true }],
      ...(i === 0 ? bearing : {}),
      ...(i === 0 && voice.graces.length ? { graces: voice.graces } : {}),
      ...(tuplet ? { tuplet } : {}),
    }
    events.push(note)
    if (ends) readSlurs(voice, n, first, note.id)
  })
  voice.graces = []
}

/** Ends and begins slurs at a note; `id` is its last event where it is written as several, `first` the first. */
function readSlurs(voice: XmlVoice, n: XmlNode, first: string, id: string): void {
  const slurs = childrenOf(n, 'notations').flatMap((x) => childrenOf(x, 'slur'))
  for (const s of slurs.filter((x) => x.attrs.type === 'stop')) {
    const number = s.attrs.number ?? '1'
    const from = voice.openSlurs.get(number)
    voice.openSlurs.delete(number)
    if (from && from !== id) voice.slurs.push({ from, to: id })
  }
  for (const s of slurs.filter((x) => x.attrs.type === 'start')) voice.openSlurs.set(s.attrs.number ?? '1', first)
}

/** A further head of the chord that was put last. */
export function addReadHead(voice: XmlVoice, c: NoteContext, n: XmlNode, index: number, chordAt: number): void {
  const events = voice.measures.get(index)
  const last = events?.at(-1)
  // Several things struck at once are one clap.
  if (!child(n, 'pitch')) return last && isStruck(last) ? undefined : c.leave('note without a pitch in a chord')
  if (!events || last?.kind !== 'note' || last.heads.length >= 8 || voice.filled <= chordAt)
    return c.leave('chord note that follows no note')
  const head = headOf(c, n)
  // What stands at one head of a chord stands at the chord, whichever head a program writes it with.
  const { tuplet: _, marks: here = [], ...more } = bearingOf(c, n)
  const marks = [...new Set([...(last.marks ?? []), ...here])].slice(0, 8)
  events[events.length - 1] = { ...more, ...last, ...(marks.length ? { marks } : {}), heads: [...last.heads, head] }
  readSlurs(voice, n, last.id, last.id)
}
