import type { Language } from '../language'
import { once } from '../once'
import { instrumentNamed } from '../seats/seat'
import type { SeatRow } from '../seats/seat.schema'
import type { ClassSettings } from './class'
import type { Student } from './student'

/** The language that a student is spoken to in; without one, of the class's pupils. */
export const languageOf = ({ pupils }: Pick<ClassSettings, 'pupils'>, student: Pick<Student, 'language'> | null = null): Language =>
  student?.language ?? pupils

/** A seat by its name in a language: a name that the teacher made of the instrument's is made of the other one's, others stay. */
export function seatNameIn(language: Language, { name, instrument }: Pick<SeatRow, 'name' | 'instrument'>): string {
  const usual = instrumentNamed(instrument)
  if (language === 'en' || !name.startsWith(usual.name)) return name
  const rest = name.slice(usual.name.length)
  return /^[\p{L}]/u.test(rest) ? name : usual.inLanguage[language] + rest
}

/** Spanish has its own do-re-mi. Words that the class has chosen for English are said as Spanish says them; signs stay. */
const spanish = once((klass: ClassSettings): ClassSettings => ({
  ...klass,
  talk: { ...klass.talk, language: 'es', names: 'solfeo', low: klass.talk.low === '↓2' ? '↓2' : '2 low' },
  seats: klass.seats.map((row) => ({ ...row, name: seatNameIn('es', row) })),
}))

/** The class as its pupils are spoken to: what is said on their pages and sheets. The same for the same class. */
export const forPupils = (klass: ClassSettings, language: Language): ClassSettings => (language === 'es' ? spanish(klass) : klass)
