import { alterIn } from '../../music/key'
import { stopsKey, type Hold } from '../../hands/hold'
import type { Letter } from '../../music/pitch'
import { top, type ReadNote } from '../reading'
import type { Spot } from '../spots/spot'
import { isHard, kindsIn, measuresOf, seatsIn, weightOf, type Form, type FormAt, type Reader, type Thing, type Ways } from './thing'

const SIGN_KINDS = ['two-forms', 'first-sign', 'carried-sign', 'cancelled-sign', 'by-key'] as const
export type SignKind = (typeof SIGN_KINDS)[number]
type SignSpot = Spot<SignKind>
const isOfSign = (s: Spot): s is SignSpot => SIGN_KINDS.some((k) => k === s.kind)

/** The note of a spot in its own seat's part. */
const noteOf = (readers: readonly Reader[], s: Spot): ReadNote | undefined =>
  readers.find((r) => r.reading.map.seat.id === s.seat)?.reading.byEvent.get(s.event)

/** How each seat plays a form wherever it comes by itself. */
const waysTo = (readers: readonly Reader[], { letter, alter }: Form): Ways[] =>
  readers.flatMap(({ reading }) => {
    const holds = new Map<string, Hold>()
    for (const n of reading.notes) {
      const { pitch } = top(n)
      if (n.heads.length === 1 && n.hold && pitch.letter === letter && pitch.alter === alter) holds.set(stopsKey(n.hold), n.hold)
    }
    return holds.size > 0 ? [{ seat: reading.map.seat.id, holds: [...holds.values()] }] : []
  })

/** Letters that the signature alters, each said at its first place; letters that come in two forms, or in one that is not of the key. */
export function signThings(readers: readonly Reader[]): { things: Thing[]; said: Set<string> } {
  const spots = readers
    .flatMap((r) => r.all)
    .filter(isOfSign)
    .filter(isHard)
  const said = new Set<string>()
  const things: Thing[] = []
  const ofSigns = spots.filter((s) => s.kind !== 'by-key')
  const letters = [...new Set(ofSigns.map((s) => s.facts.letter))]
  for (const letter of letters) {
    const own = ofSigns.filter((s) => s.facts.letter === letter)
    for (const s of own) said.add(s.id)
    things.push(formsOf(readers, letter, own))
  }
  const byKey = spots.filter((s) => s.kind === 'by-key' && !letters.includes(s.facts.letter))
  for (const s of byKey) said.add(s.id)
  if (byKey.length) things.push(signature(readers, byKey))
  return { things, said }
}

/** A letter in its forms, with what each seat does for each. */
function formsOf(readers: readonly Reader[], letter: Letter, spots: readonly SignSpot[]): Thing {
  const seats = seatsIn(readers, spots)
  const concerned = readers.filter((r) => seats.includes(r.reading.map.seat.id))
  // Every note of the letter, form by form; only where the spots are and what they are told from is listed.
  const near = new Set(spots.flatMap((s) => [s.index - 2, s.index - 1, s.index]))
  const forms = new Map<number, ReadNote[]>()
  for (const { reading } of concerned)
    for (const n of reading.notes)
      if (n.heads.some((h) => h.pitch.letter === letter) && near.has(n.placed.at.index))
        for (const h of n.heads) if (h.pitch.letter === letter) forms.set(h.pitch.alter, [...(forms.get(h.pitch.alter) ?? []), n])
  const { key } = noteOf(readers, spots[0])!.placed.at
  const list = [...forms].sort(([, a], [, b]) => a[0].placed.onset - b[0].placed.onset)
  const cancelled = spots.some((s) => s.kind === 'cancelled-sign')
  const holds = spots.some((s) => s.kind === 'carried-sign') || list.some(([alter]) => alter !== alterIn(key, letter))
  return {
    id: `forms ${letter}`,
    order: 'sign',
    facts: {
      kind: 'forms',
      letter,
      forms: list.map(([alter, notes]): FormAt => ({
        letter,
        alter,
        at: notes.map((n) => n.placed.at.index),
        ways: waysTo(concerned, { letter, alter }),
      })),
      rule: cancelled ? 'barline takes' : holds ? 'holds' : null,
    },
    seats,
    measures: measuresOf([
      ...spots,
      ...list.flatMap(([, notes]) => notes.map((n) => ({ index: n.placed.at.index, measure: n.placed.at.measure.number }))),
    ]),
    kinds: kindsIn(spots),
    spots,
    weight: weightOf(readers, spots),
  }
}

/** Letters that only the signature alters, each where it first stands. */
function signature(readers: readonly Reader[], spots: readonly SignSpot[]): Thing {
  const forms = new Map<string, { form: Form; first: SignSpot }>()
  for (const s of [...spots].sort((a, b) => a.onset - b.onset)) {
    const { letter } = s.facts
    const form = { letter, alter: alterIn(noteOf(readers, s)!.placed.at.key, letter) }
    const name = `${letter}${form.alter}`
    if (!forms.has(name)) forms.set(name, { form, first: s })
  }
  const list = [...forms.values()]
  const seats = seatsIn(readers, spots)
  const concerned = readers.filter((r) => seats.includes(r.reading.map.seat.id))
  const firsts = spots.filter((s) => list.some(({ first }) => first.onset === s.onset))
  return {
    id: 'signature',
    order: 'sign',
    facts: {
      kind: 'signature',
      forms: list.map(({ form, first }) => ({ ...form, at: [first.index], ways: waysTo(concerned, form) })),
    },
    seats,
    measures: measuresOf(firsts),
    kinds: ['by-key'],
    spots: firsts,
    weight: weightOf(readers, firsts),
  }
}
