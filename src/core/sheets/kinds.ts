import type { SeatId } from '../seats/seat'

/** What can be made of a piece besides its parts and score: what it is called, what it is for, and whether it is of one seat, of the class, or of either. */
export const SHEETS = {
  map: {
    name: 'Map of all seats on one page',
    says: 'for the teacher’s stand: string and finger of every note, seat under seat',
    for: 'class',
  },
  substitute: { name: 'For a substitute teacher', says: 'measure by measure: what to say, who needs help', for: 'class' },
  calls: { name: 'Call sheet', says: 'what is said, measure by measure, in the words of the class', for: 'either' },
  warmup: { name: 'Warm-up', says: 'the warm-up of the piece, as it is settled in Practise', for: 'either' },
  week: {
    name: 'Practice week',
    says: 'what is practised in the seven days from today, with boxes to tick, by the plan of the class',
    for: 'either',
  },
  key: { name: 'Reading key', says: 'where each letter of the key stands on the staff, and what plays it', for: 'either' },
  spots: { name: 'Circle and say', says: '“circle every F: which kind?”, answers on a page of their own', for: 'seat' },
  theory: {
    name: 'Lines to fill in',
    says: 'letter, string and finger of every note, all right answers on a page of their own',
    for: 'seat',
  },
  tasks: {
    name: 'Notes to write',
    says: 'letters to write as notes, stems and barlines that are missing, strings and fingers to name; all right answers on a page of their own',
    for: 'seat',
  },
  bows: { name: 'Bow alone', says: 'the rhythm and bows on open strings', for: 'seat' },
  chart: { name: 'Finger chart', says: 'all that the seat has learned on the fingerboard, true to scale', for: 'seat' },
  cards: {
    name: 'Note cards',
    says: 'the notes of the piece: staff in front, string and finger at the back, for printing on both sides',
    for: 'seat',
  },
} as const
export type SheetKind = keyof typeof SHEETS
export const SHEET_KINDS = Object.keys(SHEETS) as [SheetKind, ...SheetKind[]]

/** The kinds that can be made for a seat, or (null) for the class. */
export const kindsFor = (seat: SeatId | null): SheetKind[] =>
  SHEET_KINDS.filter((k) => SHEETS[k].for === 'either' || SHEETS[k].for === (seat === null ? 'class' : 'seat'))
