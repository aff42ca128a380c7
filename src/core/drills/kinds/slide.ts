import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { printedNote } from '../../music/noteName'
import { midiOf, pitchAt, stepsOf, type Pitch } from '../../music/pitch'
import { alterIn } from '../../music/key'
import { lineTouch } from '../passages'
import { grouped, linePitches, spotsOfKinds, touchAt, type At, type SeatAtWork, type Practised } from '../practised'
import type { Generator } from './generator'
import { patterned } from './pairs'

/** One letter in its two forms: where each stands first, and the spots at either. */
type Forms = { readonly high: Form; readonly low: Form; readonly ats: readonly At[] }
type Form = { readonly pitch: Pitch; readonly event: string }

/** A finger between its low and its high place, and both forms of a letter from the same start. */
export const slideDrills = {
  kind: 'slide',
  name: DRILL_NAMES.slide,
  eases: 0.5,
  find: (c) =>
    formsIn(c).flatMap((forms) => {
      const { high, low, ats } = forms
      const made = (variant: 'shrinking rests' | 'alternating' | 'same start', pattern: string) =>
        patterned(c, {
          kind: 'slide',
          variant,
          about: `${printedNote('letters', high.pitch)} and ${printedNote('letters', low.pitch)}, ${variant}`,
          title: (t) => drillWords(c.talk).TWO_FORMS.title(t, high.pitch, low.pitch, variant),
          purpose: (t) => drillWords(c.talk).TWO_FORMS[variant](t, low.pitch.letter),
          pattern,
          ats,
          strains: ['low 2'],
          touch: touchIn(c, forms),
        })
      return [
        made('shrinking rests', 'h z:2 l | h z l | h z:.5 l:.5 h | h l h l'),
        made('alternating', 'h l h l l h l h'),
        made('same start', 's t h t | s t l t'),
      ]
    }),
} as const satisfies Generator

/** The letters that the piece has in two forms in one octave, with the spots that say so. */
function formsIn(c: Practised): Forms[] {
  const ats = spotsOfKinds(c, ['two-forms', 'slide'])
  return grouped(ats, (at) => placeOf(at)).flatMap((same): Forms[] => {
    const steps = Number(placeOf(same[0]))
    const forms = new Map<number, Form>()
    for (const { player } of same)
      for (const n of player.reading.notes)
        for (const pitch of linePitches(player, n))
          if (stepsOf(pitch) === steps && !forms.has(pitch.alter) && n.hold) forms.set(pitch.alter, { pitch, event: n.placed.event.id })
    const [low, high] = [...forms.values()].sort((x, y) => midiOf(x.pitch) - midiOf(y.pitch))
    return low && high ? [{ low, high, ats: same }] : []
  })
}

/** The staff place of the note that carries the tune, in letter steps of the line. */
const placeOf = ({ player, note }: At): string => `${stepsOf(linePitches(player, note).at(-1)!)}`

const touchIn =
  (c: Practised, { high, low }: Forms) =>
  (p: SeatAtWork, what: string) => {
    const { key } = c.measures[0]
    const under = (by: number): Pitch => {
      const natural = pitchAt(stepsOf(low.pitch) - by, 0)
      return { ...natural, alter: alterIn(key, natural.letter) }
    }
    switch (what) {
      case 'h':
        return single(p, high)
      case 'l':
        return single(p, low)
      case 't':
        return lineTouch(p, under(1))
      default:
        return lineTouch(p, under(2))
    }
  }

/** The form as the piece has it for the seat: its own finger where it stands alone, else a place for it. */
function single(p: SeatAtWork, { pitch, event }: Form) {
  const there = touchAt(p, event)
  return there?.pitches.length === 1 ? there : lineTouch(p, pitch)
}
