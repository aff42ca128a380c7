import { eventTicks, type NoteEvent, type NoteMark } from '@/core/piece/piece'
import { readJumpWords, type MeasureHead } from '../measureHead'
import { directionTypes, readMetronome, readSound } from './measureHead'
import { dynamicOf } from './note'
import type { XmlState, XmlVoice } from './state'
import { child, textOf, type XmlNode } from './tree'

/** Something over the staff, waiting for the note that it stands at. */
export type Pending = {
  readonly at: number
  readonly staff: number
  readonly words?: string
  readonly dynamic?: NoteEvent['dynamic']
  readonly mark?: NoteMark
  readonly wedge?: NonNullable<NoteEvent['hairpin']> | 'stop'
}

/** Directions that change nothing a player of this tool needs, and are not counted as left out. */
const SILENT = new Set(['octave-shift', 'staff-divide', 'accordion-registration', 'other-direction'])
const NAMES: Record<string, string> = {
  pedal: 'pedal mark',
  rehearsal: 'rehearsal mark',
  dashes: 'line',
  bracket: 'line',
}

/** What stands over a staff: marks of a measure at once, words and dynamics when the measure is read. */
export function readDirection(n: XmlNode, at: number, head: MeasureHead, pending: Pending[], leave: (what: string) => void): void {
  const staff = Number(textOf(n, 'staff') ?? 1) || 1
  readSound(child(n, 'sound'), head)
  for (const what of directionTypes(n))
    switch (what.name) {
      case 'metronome':
        readMetronome(what, head)
        break
      case 'segno':
        head.segno = true
        break
      case 'coda':
        // Where a jump leaves for the coda the same sign stands at the end of the measure.
        if (child(n, 'sound')?.attrs.tocoda === undefined) head.coda = true
        break
      case 'words': {
        const words = what.text.replace(/\s+/g, ' ').slice(0, 120)
        if (!words || readJumpWords(words, head)) break
        const mark = /^pizz/i.test(words) ? 'pizz' : /^arco/i.test(words) ? 'arco' : undefined
        pending.push({ at, staff, ...(mark ? { mark } : { words }) })
        break
      }
      case 'dynamics': {
        const dynamic = dynamicOf(what)
        if (dynamic) pending.push({ at, staff, dynamic })
        else leave('dynamic')
        break
      }
      case 'wedge': {
        const { type } = what.attrs
        if (type === 'crescendo' || type === 'diminuendo' || type === 'stop') pending.push({ at, staff, wedge: type })
        break
      }
      default:
        if (!SILENT.has(what.name)) leave(NAMES[what.name] ?? what.name.replace(/-/g, ' '))
    }
}

/** Puts what stood over a staff at the first note of its top voice from there on, or at the last one before. */
export function attach(state: XmlState, p: Pending, index: number): void {
  const voice =
    [...state.voices.values()].find((v) => v.staff === p.staff && v.measures.has(index)) ??
    [...state.voices.values()].find((v) => v.measures.has(index))
  if (p.wedge === 'stop') return endHairpin(voice ?? [...state.voices.values()].find((v) => v.staff === p.staff), state, p.at, index)
  const events = voice?.measures.get(index)
  if (!events?.length) return state.leftOut.add(p.words ? 'words' : 'dynamic', `${index + 1}`)
  let into = 0
  let i = events.findIndex((e) => {
    const here = into
    into += eventTicks(e, state.meter)
    return here >= p.at
  })
  if (i < 0) i = events.length - 1
  const e = events[i]
  if (p.wedge) {
    events[i] = { ...e, hairpin: p.wedge }
    return
  }
  if (p.mark) {
    if (e.kind === 'note') events[i] = { ...e, marks: [...new Set([...(e.marks ?? []), p.mark])].slice(0, 8) }
    return
  }
  events[i] = {
    ...e,
    ...(p.dynamic ? { dynamic: p.dynamic } : {}),
    ...(p.words ? { words: e.words ? `${e.words} ${p.words}`.slice(0, 120) : p.words } : {}),
  }
}

/** A hairpin ends with the last event that begins before the sign: in this measure, or where it stands at the barline in the one before. */
function endHairpin(voice: XmlVoice | undefined, state: XmlState, at: number, index: number): void {
  let into = 0
  let last = -1
  const here = voice?.measures.get(index) ?? []
  here.forEach((e, i) => {
    if (into < at) last = i
    into += eventTicks(e, state.meter)
  })
  const events = last >= 0 ? here : voice?.measures.get(index - 1)
  if (!events?.length) return state.leftOut.add('hairpin end', `${index + 1}`)
  const i = last >= 0 ? last : events.length - 1
  events[i] = { ...events[i], hairpinEnd: true }
}
