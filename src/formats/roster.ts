import Papa from 'papaparse'
import { cellText, csvRow } from './csv'
import { type Student } from '@/core/plan/student'
import { newStudent } from '@/core/plan/student'
import type { Seat } from '@/core/seats/seat'
import { LENGTHS, lengthOf } from '@/core/tapes/tapes'

/** What a column of a list of students is. */
export const COLUMNS = ['name', 'seat', 'size', 'length'] as const
export type RosterColumn = (typeof COLUMNS)[number]
export const SAY_COLUMN: Readonly<Record<RosterColumn, string>> = {
  name: 'first name',
  seat: 'seat',
  size: 'size',
  length: 'string in mm',
}

/** How columns are headed in lists that schools keep, in small letters. */
const HEADED: Readonly<Record<RosterColumn, RegExp>> = {
  name: /^(first ?name|name|given name|student|pupil|child|vorname|pr[ée]nom)s?$/,
  seat: /^(seat|instrument|part|section|group)s?$/,
  size: /^(size|instrument size)s?$/,
  length: /^(length|string( length)?|mm|string( in)? mm|nut to bridge)$/,
}

/** A list as it came: its heading, its rows, and what each column seems to be. */
export type RosterFile = {
  readonly headed: boolean
  readonly heads: readonly string[]
  readonly rows: readonly (readonly string[])[]
  readonly columns: readonly (RosterColumn | null)[]
}

/** The most rows and the longest text that are read of a list. */
export const ROSTER_LIMITS = { rows: 500, text: 500_000 } as const

/** Takes a list apart; a problem says what is wrong with it and what to do. */
export function openRoster(text: string): RosterFile | { readonly problem: string } {
  if (text.length > ROSTER_LIMITS.text) return { problem: 'This list is too long for one class. Save one class at a time.' }
  const { data } = Papa.parse<string[]>(text.replace(/^﻿/, ''), { skipEmptyLines: 'greedy' })
  // As we have written it ourselves, or as it was typed.
  const rows = data.map((r) => r.map((c) => cellText(c.trim())))
  if (rows.length === 0) return { problem: 'The list is empty. Give each student one row: first name and seat.' }
  if (rows.length > ROSTER_LIMITS.rows) return { problem: `The list has ${rows.length} rows. We read up to ${ROSTER_LIMITS.rows}.` }
  const taken = new Set<RosterColumn>()
  const columns = rows[0].map((head): RosterColumn | null => {
    const found = COLUMNS.find((c) => !taken.has(c) && HEADED[c].test(head.toLowerCase()))
    if (found) taken.add(found)
    return found ?? null
  })
  const headed = taken.size > 0
  const width = Math.max(...rows.map((r) => r.length))
  return {
    headed,
    heads: Array.from({ length: width }, (_x, i) => (headed ? (rows[0][i] ?? '') : '') || `column ${i + 1}`),
    rows: headed ? rows.slice(1) : rows,
    // Without a heading the usual order is supposed; the teacher sees it before anything is kept.
    columns: Array.from({ length: width }, (_x, i) => (headed ? (columns[i] ?? null) : (COLUMNS[i] ?? null))),
  }
}

/** A row that is not kept: which one of the list, counted with its heading, and why. */
export type BadRow = { readonly row: number; readonly problem: string }

/** The seat that a cell means: by its name, else by its instrument as parts of scores name it. */
function seatNamed(said: string, seats: readonly Seat[]): Seat | undefined {
  const wanted = said.toLowerCase()
  return (
    seats.find((s) => s.name.toLowerCase() === wanted || s.id === wanted) ??
    seats.find((s) => s.instrument.named.test(said) || `${s.name.toLowerCase()}s` === wanted)
  )
}

/** The students of a list by what its columns are; rows that cannot be kept are named. */
export function studentsIn(
  { rows, headed }: RosterFile,
  columns: readonly (RosterColumn | null)[],
  seats: readonly Seat[],
  newId: () => string,
): { readonly students: readonly Student[]; readonly bad: readonly BadRow[] } {
  const students: Student[] = []
  const bad: BadRow[] = []
  const cell = (row: readonly string[], c: RosterColumn): string => {
    const at = columns.indexOf(c)
    return at < 0 ? '' : (row[at] ?? '')
  }
  rows.forEach((row, i) => {
    const refuse = (problem: string) => bad.push({ row: i + 1 + Number(headed), problem })
    const [name, said, size, length] = COLUMNS.map((c) => cell(row, c))
    if (!name) return refuse('no first name')
    if (name.length > 60) return refuse('the first name is longer than 60 letters')
    const seat = said ? seatNamed(said, seats) : seats.length === 1 ? seats[0] : undefined
    if (!seat) return refuse(`${name}: ${said ? `“${said}” is not a seat in this class` : 'no seat'}`)
    if (size && lengthOf(seat.instrument, size) === null) {
      const known = seat.instrument.sizes.map((s) => s.name).join(', ')
      return refuse(`${name}: size “${size}” is not one of ${known}. You can give a string length in mm instead`)
    }
    const mm = length ? Number(length.replace(',', '.').replace(/ ?mm$/, '')) : null
    if (mm !== null && !(mm >= LENGTHS.least && mm <= LENGTHS.most))
      return refuse(`${name}: a string of “${length}” can’t be right. Nut to bridge is ${LENGTHS.least} to ${LENGTHS.most} mm`)
    students.push({ ...newStudent(newId(), name, seat.id), size, length: mm })
  })
  return { students, bad }
}

/** The list of students as a spreadsheet opens it (RFC 4180, with a byte order mark; what looks like a formula is made harmless). */
export function rosterCsv(students: readonly Student[], seats: readonly Seat[]): string {
  const names = new Map(seats.map((s) => [s.id, s.name]))
  const rows = students.map((s) => [s.name, names.get(s.seat) ?? s.seat, s.size, s.length === null ? '' : `${s.length}`])
  return `﻿${[COLUMNS.map((c) => SAY_COLUMN[c]), ...rows].map(csvRow).join('')}`
}
