import { randomUUID } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { learnedBy, stringOf } from '@/core/roster/student'
import { newStudent } from '@/core/plan/student'
import { studentSchema } from '@/core/plan/student.schema'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { INSTRUMENTS } from '@/core/instruments/all'
import { newSeat, seatsOf } from '@/core/seats/seat'
import { openRoster, rosterCsv, studentsIn, type RosterFile } from './roster'

const seats = seatsOf({ seats: [...DEFAULT_CLASS.seats, newSeat(INSTRUMENTS[0], 'first-position', 'violin-2', 'Violin 2')] })
const file = (text: string): RosterFile => {
  const found = openRoster(text)
  if ('problem' in found) throw new Error(found.problem)
  return found
}
const kept = (text: string) => {
  const f = file(text)
  return studentsIn(f, f.columns, seats, randomUUID)
}

describe('a list of students', () => {
  it('is read with its heading matched, by comma, semicolon or tab, with a byte order mark or without', () => {
    for (const [mark, by] of [
      ['', ','],
      ['\uFEFF', ';'],
      ['', '\t'],
    ]) {
      const text = `${mark}${[
        ['Student', 'Instrument', 'Size', 'Notes'],
        ['Ada', 'Violins', '3/4', 'left early'],
        ['Bo', 'vla.', '', ''],
      ]
        .map((r) => r.join(by))
        .join('\r\n')}\r\n`
      expect(file(text).columns, by).toEqual(['name', 'seat', 'size', null])
      const { students, bad } = kept(text)
      expect(bad).toEqual([])
      expect(students.map((s) => [s.name, s.seat, s.size])).toEqual([
        ['Ada', 'violin', '3/4'],
        ['Bo', 'viola', ''],
      ])
      for (const s of students) expect(studentSchema.parse(s)).toEqual(s)
    }
  })

  it('without a heading the first row is a student', () => {
    const found = file('Ada,Violin 2,1/2,\nJon,Cello,,612.5\n')
    expect(found.headed).toBe(false)
    expect(studentsIn(found, found.columns, seats, randomUUID).students.map((s) => [s.name, s.seat, s.size, s.length])).toEqual([
      ['Ada', 'violin-2', '1/2', null],
      ['Jon', 'cello', '', 612.5],
    ])
  })

  it('names each row that cannot be kept, and why; the others are kept', () => {
    const { students, bad } = kept('name,seat,size,string in mm\nAda,Violin,9/8,\n,Viola,,\nBo,Oboe,,\nCy,Cello,,20\nDi,,,\nEl,Bass,3/4,\n')
    expect(students.map((s) => s.name)).toEqual(['El'])
    expect(bad).toEqual([
      {
        row: 2,
        problem: 'Ada: size “9/8” is not one of 4/4, 7/8, 3/4, 1/2, 1/4, 1/8, 1/10, 1/16. You can give a string length in mm instead',
      },
      { row: 3, problem: 'no first name' },
      { row: 4, problem: 'Bo: “Oboe” is not a seat in this class' },
      { row: 5, problem: 'Cy: a string of “20” can’t be right. Nut to bridge is 150 to 1200 mm' },
      { row: 6, problem: 'Di: no seat' },
    ])
  })

  it('says what is wrong with a file that is no list', () => {
    expect(openRoster('')).toEqual({ problem: 'The list is empty. Give each student one row: first name and seat.' })
    expect(openRoster('a\n'.repeat(501))).toEqual({ problem: 'The list has 501 rows. We read up to 500.' })
  })

  it('goes out and comes back the same, and no name is a formula', () => {
    const { students } = kept('name,seat,size,length\nAda,Violin,3/4,\n"Li, Mei",Bass,,1045\n')
    const out = rosterCsv([...students, newStudent(randomUUID(), '=1+1', 'cello')], seats)
    expect(out).toContain("'=1+1")
    const again = kept(out)
    expect(again.bad).toEqual([])
    expect(again.students.slice(0, 2).map(({ id: _, ...s }) => s)).toEqual(students.map(({ id: _, ...s }) => s))
  })
})

describe('a student', () => {
  it('has the string that was measured, else of the size, else the usual one; and may do without the fourth finger', () => {
    const [violin] = seats
    const ada = newStudent(randomUUID(), 'Ada', 'violin')
    expect(stringOf(ada, violin)).toBe(328)
    expect(stringOf({ ...ada, size: '1/2' }, violin)).toBe(283)
    expect(stringOf({ ...ada, size: '1/2', length: 279.5 }, violin)).toBe(279.5)
    const all = INSTRUMENTS[0].learned['third-position']
    expect(learnedBy(ada, all)).toBe(all)
    expect(learnedBy({ noFourth: true }, all).fingers).toEqual(all.fingers.filter((f) => f !== 4))
  })
})
