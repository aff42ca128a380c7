import { candidates, type Setup } from '../fingering/candidates'
import { FIRST } from '../instruments/instrument'
import { atHome } from '../fingering/visits'
import { isLearned, type Hold } from '../hands/hold'
import { CLEFS } from '../music/clef'
import { printedPitch } from '../music/noteName'
import { midiOf, pitchAt, pitchName, type Letter, type Pitch } from '../music/pitch'
import { sayHold, sayStaffPlace, type Tongue } from '../words/en/hands'

/** A letter as a theory page asks for it. */
export type AskedLetter = { readonly letter: Letter; readonly alter: number }

/** One place of a letter on the staff, with what may play it. */
type Place = { readonly pitch: Pitch; readonly staff: string; readonly ways: readonly string[] }

/** How far from where a beginner looks: the open string, then first position, then what lies further off. */
const away = (h: Hold): number => (h.open ? -1 : Math.abs(h.position - FIRST))

/** Every place that the seat's learned range has for a letter, low to high, each with every learned way to play it, the nearest first. */
export function staffPlacesOf(setup: Setup, asked: AskedLetter, talk: Tongue): Place[] {
  const { strings, clef } = setup.instrument
  const lowest = midiOf(strings[0])
  const out: Place[] = []
  for (let octave = 1; octave <= 7; octave++) {
    const pitch: Pitch = { ...asked, octave }
    if (midiOf(pitch) < lowest) continue
    const learned = candidates(setup, [pitch]).filter((h) => isLearned(h) && !h.respelled)
    const holds = [...atHome(setup.learned, learned)].sort((a, b) => away(a) - away(b))
    if (holds.length === 0) continue
    const ways = [...new Set(holds.map((h) => sayHold(talk, setup.instrument, h)))]
    out.push({ pitch, staff: sayStaffPlace(pitch, CLEFS[clef]), ways })
  }
  return out
}

/** The letters of a clef's lines and spaces, from the bottom, and where the open strings lie. */
export function answerStaffOf({ instrument }: Pick<Setup, 'instrument'>): {
  lines: Letter[]
  spaces: Letter[]
  open: { string: string; staff: string }[]
} {
  const clef = CLEFS[instrument.clef]
  const at = (place: number) => pitchAt(clef.middle + place, 0).letter
  return {
    lines: [-4, -2, 0, 2, 4].map(at),
    spaces: [-3, -1, 1, 3].map(at),
    open: instrument.strings.map((s) => ({ string: pitchName(s), staff: sayStaffPlace(s, clef) })),
  }
}

/** The answers for a seat as plain text, a place a line: "F♯3, fourth line: 3 on D". */
export function answersText(setup: Setup, asked: readonly AskedLetter[], talk: Tongue, seat: string = setup.instrument.name): string {
  const lines = asked.flatMap((a) =>
    staffPlacesOf(setup, a, talk).map((p) => `${printedPitch(talk.names, p.pitch)}, ${p.staff}: ${p.ways.join(', or ')}`),
  )
  return [`${seat}, ${setup.instrument.clef} clef`, ...lines].join('\n')
}
