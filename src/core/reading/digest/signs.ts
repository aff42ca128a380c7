import { alterIn } from '../../music/key'
import { spokenLetter, type Letter } from '../../music/pitch'
import { sayList } from '../../names'
import { sayStops } from '../../fingering/explain'
import { top, type ReadNote } from '../reading'
import type { Spot } from '../spots/spot'
import { isHard, kindsIn, lower, measuresOf, placesForAll, seatsIn, weightOf, type Reader, type Thing } from './thing'

const SIGN_KINDS = ['two-forms', 'first-sign', 'carried-sign', 'cancelled-sign', 'by-key'] as const
type SignSpot = Spot<(typeof SIGN_KINDS)[number]>
const isOfSign = (s: Spot): s is SignSpot => SIGN_KINDS.some((k) => k === s.kind)

type Form = { readonly letter: Letter; readonly alter: number }
const sayForm = ({ letter, alter }: Form, natural = true): string => spokenLetter({ letter, alter }, natural)

/** The note of a spot in its own seat's part. */
const noteOf = (readers: readonly Reader[], s: Spot): ReadNote | undefined =>
  readers.find((r) => r.reading.map.seat.id === s.seat)?.reading.byEvent.get(s.event)

/** Ways to play one note that are still said one by one. */
const MOST_WAYS = 2

/** How each seat plays a form wherever it comes by itself, seats that do alike together: "2 on D for violin and viola". */
function fingersOf(readers: readonly Reader[], { letter, alter }: Form): string {
  const by = new Map<string, string[]>()
  for (const { reading } of readers) {
    const ways = new Set<string>()
    for (const n of reading.notes) {
      const { pitch } = top(n)
      if (n.heads.length === 1 && n.hold && pitch.letter === letter && pitch.alter === alter) ways.add(sayStops(reading.instrument, n.hold))
    }
    if (ways.size === 0) continue
    const said = ways.size > MOST_WAYS ? 'several places' : [...ways].join(' or ')
    by.set(said, [...(by.get(said) ?? []), reading.map.seat.name])
  }
  return [...by].map(([finger, names]) => `${finger} for ${lower(names)}`).join(', ')
}

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

/** "C sharp in 4 and 7"; a place of several words stands in brackets. */
const formAt = (form: string, where: string): string => (/line|measure/.test(where) ? `${form} (${where})` : `${form} in ${where}`)

/** "C sharp in 4 and 7, C natural in 5." with what each seat does for both. */
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
  const where = (notes: readonly ReadNote[]) =>
    placesForAll(
      concerned,
      notes.map((n) => n.placed.at),
    )
  const key = noteOf(readers, spots[0])!.placed.at.key
  const list = [...forms].sort(([, a], [, b]) => a[0].placed.onset - b[0].placed.onset)
  const text =
    list.length > 1
      ? `${letter} comes in ${list.length === 2 ? 'two' : list.length} forms: ${sayList(list.map(([alter, notes]) => formAt(sayForm({ letter, alter }), where(notes))))}`
      : `${formAt(sayForm({ letter, alter: list[0][0] }), where(list[0][1]))} is not in the key`
  const cancelled = spots.some((s) => s.kind === 'cancelled-sign')
  const carried = spots.some((s) => s.kind === 'carried-sign')
  const rule = cancelled
    ? 'The barline takes a sign away.'
    : carried || list.some(([alter]) => alter !== alterIn(key, letter))
      ? 'A sign holds to the barline.'
      : ''
  const fingers = list.map(([alter]) => {
    const how = fingersOf(concerned, { letter, alter })
    return how && `${sayForm({ letter, alter })}: ${how}.`
  })
  return {
    id: `forms ${letter}`,
    order: 'sign',
    text: `${text}${seats.length < readers.length ? `, for ${lower(concerned.map((r) => r.reading.map.seat.name))}` : ''}.`,
    advice: [rule, ...fingers].filter(Boolean).join(' '),
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

/** "F sharp and C sharp come from the signature, first in 1." */
function signature(readers: readonly Reader[], spots: readonly SignSpot[]): Thing {
  const forms = new Map<string, { form: Form; first: SignSpot }>()
  for (const s of [...spots].sort((a, b) => a.onset - b.onset)) {
    const letter = s.facts.letter
    const form = { letter, alter: alterIn(noteOf(readers, s)!.placed.at.key, letter) }
    const name = sayForm(form, false)
    if (!forms.has(name)) forms.set(name, { form, first: s })
  }
  const list = [...forms]
  const seats = seatsIn(readers, spots)
  const concerned = readers.filter((r) => seats.includes(r.reading.map.seat.id))
  const place = (first: Spot) => placesForAll(concerned, [first])
  const places = list.map(([, { first }]) => place(first))
  const one = new Set(places).size === 1
  const text = one
    ? `Only the signature says ${sayList(list.map(([name]) => name))}, first in ${places[0]}`
    : `Only the signature says ${sayList(list.map(([name, { first }]) => `${name} (first in ${place(first)})`))}`
  const firsts = spots.filter((s) => list.some(([, { first }]) => first.onset === s.onset))
  return {
    id: 'signature',
    order: 'sign',
    text: `${text}${seats.length < readers.length ? `: ${lower(concerned.map((r) => r.reading.map.seat.name))}` : ''}.`,
    advice: list.map(([name, { form }]) => `${name}: ${fingersOf(concerned, form)}.`).join(' '),
    seats,
    measures: measuresOf(firsts),
    kinds: ['by-key'],
    spots: firsts,
    weight: weightOf(readers, firsts),
  }
}
