import type { SeatId } from '../seats/seat'

/** What can be made of a piece besides its parts and score: what it is called, what it is for, and whether it is of one seat, of the class, or of either. */
export const SHEETS = {
  map: {
    name: 'All seats on one page',
    says: 'for the teacher’s stand: string and finger of every note, one seat below the other',
    for: 'class',
  },
  substitute: { name: 'For a substitute teacher', says: 'measure by measure: what to say, who needs help', for: 'class' },
  calls: { name: 'Call sheet', says: 'what to say, measure by measure, in the words of the class', for: 'either' },
  warmup: { name: 'Warm-up', says: 'the warm-up of the piece, as it is settled in Practise', for: 'either' },
  week: {
    name: 'Practice week',
    says: 'what to practise in the next seven days, with boxes to tick',
    for: 'either',
  },
  key: { name: 'Note chart', says: 'where each letter of the key is on the staff, and what plays it', for: 'either' },
  spots: { name: 'Circle and say', says: '“circle every F: which kind?”, with an answer key', for: 'seat' },
  theory: {
    name: 'Lines to fill in',
    says: 'letter, string and finger of every note, with an answer key',
    for: 'seat',
  },
  tasks: {
    name: 'Notes to write',
    says: 'letters to write as notes, stems and barlines to add, strings and fingers to name, with an answer key',
    for: 'seat',
  },
  bows: { name: 'Bow only', says: 'the rhythm and bows on open strings', for: 'seat' },
  chart: { name: 'Finger chart', says: 'everything the seat has learned on the fingerboard, to scale', for: 'seat' },
  cards: {
    name: 'Note cards',
    says: 'the notes of the piece: staff on the front, string and finger on the back, for printing on both sides',
    for: 'seat',
  },
} as const
export type SheetKind = keyof typeof SHEETS
export const SHEET_KINDS = Object.keys(SHEETS) as [SheetKind, ...SheetKind[]]

/** Sheets that pupils and families read by themselves: these are in the language that they are spoken to in. */
const AT_HOME: readonly (SheetKind | 'part')[] = ['part', 'warmup', 'week', 'cards']
export const isReadAtHome = (what: SheetKind | 'part', seat: SeatId | null): boolean => seat !== null && AT_HOME.includes(what)

/** The kinds that can be made for a seat, or (null) for the class. */
export const kindsFor = (seat: SeatId | null): SheetKind[] =>
  SHEET_KINDS.filter((k) => SHEETS[k].for === 'either' || SHEETS[k].for === (seat === null ? 'class' : 'seat'))
