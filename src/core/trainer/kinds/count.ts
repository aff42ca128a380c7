import { measureWord } from '../../plan/talk'
import { trainerWords } from '../../words/trainer'
import type { Meter } from '../../music/time'
import { PIECE_VERSION, type Piece, type PieceEvent } from '../../piece/piece'
import { meterName } from '../../music/time'
import { answerChoice, type AskedKind } from '../kind'
import type { Option } from '../question'
import { counted, isCounted, lastsA, miscounted, rhythmOf, rhythmText, RHYTHMS_ASKED, type Beaten } from '../rhythm'
import type { Trainee } from '../trainee'

const FOUR: Meter = { beats: 4, unit: 4 }

/** The rhythms of a part's whole measures, each once, in the order in which they come. */
function rhythmsOfPart(t: Trainee): string[] {
  const { reading } = t
  if (!reading || !isCounted(reading.piece.meter) || reading.piece.meter.groups) return []
  const { meter } = reading.piece
  const found = reading.map.line.measures.flatMap((m) => {
    const text = m.meter ? null : rhythmText(m.events)
    const rhythm = text && rhythmOf(text)
    return text && rhythm && lastsA(rhythm, meter) && counted(rhythm, meter) !== null && new Set(text.split(' ')).size > 1 ? [text] : []
  })
  return [...new Set(found)]
}

/** A measure of a rhythm on one note: the first that the seat has learned. */
function measureOf(t: Trainee, rhythm: readonly Beaten[], meter: Meter): Piece {
  const { pitch } = t.notes[0]
  const events = rhythm.map(({ value, rest }, i): PieceEvent =>
    rest ? { kind: 'rest', id: `r${i}`, value } : { kind: 'note', id: `r${i}`, value, heads: [{ pitch }] },
  )
  return {
    version: PIECE_VERSION,
    title: '',
    key: { fifths: 0, mode: 'major' },
    meter,
    tempo: 72,
    lines: [{ name: t.seat.name, clef: t.setup.instrument.clef, slurs: [], measures: [{ number: '1', events }] }],
  }
}

/** A measure of a rhythm: how is it counted? */
export const countQuestions: AskedKind = {
  kind: 'count',
  name: 'Count a rhythm',
  aloud: 'Count this measure aloud.',
  subjects: (t) =>
    (t.reading
      ? rhythmsOfPart(t)
      : RHYTHMS_ASKED.filter((r) => r.asks === null || t.setup.learned.rhythms.includes(r.asks)).map((r) => r.text)
    ).filter((text) => trainerWords(t.talk).countsTriplets || !text.includes('t')),
  ask(t, subject, chance) {
    const meter = t.reading?.piece.meter ?? FOUR
    const rhythm = rhythmOf(subject)
    const right = rhythm && counted(rhythm, meter)
    if (!rhythm || !right || t.notes.length === 0) return null
    const others = RHYTHMS_ASKED.flatMap((r) => counted(rhythmOf(r.text)!, FOUR) ?? [])
    const said = trainerWords(t.talk).counted
    const wrong = (text: string): Option => ({ text, mistake: 'counted wrong', as: text })
    return {
      item: `count ${subject}`,
      kind: 'count',
      seat: t.seat.id,
      asks: trainerWords(t.talk).count(meterName(meter), measureWord(t.talk)),
      shows: { kind: 'measure', piece: measureOf(t, rhythm, meter), says: subject },
      answer: {
        form: 'choice',
        options: answerChoice(
          chance,
          said(right),
          [...miscounted(rhythm, meter), ...others].map((x) => wrong(said(x))),
        ),
      },
      says: said(right),
      note: '',
    }
  },
}
