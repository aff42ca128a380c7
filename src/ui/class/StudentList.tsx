'use client'

import { FileDown, FileUp, Plus, QrCode } from 'lucide-react'
import Link from 'next/link'
import { useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { classPage } from '@/api/address'
import { MOST_STUDENTS, newStudent } from '@/core/plan/student'
import { fileName } from '@/formats/fileName'
import { Button, buttonLook } from '@/ui/kit/Button'
import { newId } from '@/ui/kit/newId'
import { later, Opens } from '@/ui/kit/Opens'
import { studentField, Row, StudentSeatSelect, type StudentsProps } from './StudentRow'

const Bring = later(() => import('./BringRoster').then((m) => m.BringRoster))

/** Who plays, by first name: seat, size, and what holds for them alone. */
export function StudentList({ students, seats, name, shelf, addStudent, changeStudent, removeStudent, bringStudents }: StudentsProps) {
  const of = useClassId()
  const [typed, setTyped] = useState('')
  const [seat, setSeat] = useState(seats[0].id)
  const full = students.length >= MOST_STUDENTS
  const at = seats.some((s) => s.id === seat) ? seat : seats[0].id
  const add = () => {
    if (!typed.trim() || full) return
    addStudent(newStudent(newId(), typed.trim(), at))
    setTyped('')
  }
  return (
    <>
      <p className="text-fine text-soft">
        First names only. Size and string are for tapes. The rest is for each student’s own sheets in Print & share.
      </p>
      {students.length > 0 && (
        <div className="relative overflow-x-auto">
          <table className="w-full border-collapse text-left text-sm">
            <caption className="sr-only">Students</caption>
            <thead>
              <tr className="border-b border-rule text-soft">
                {['Name', 'Seat', 'Size', 'mm', 'no 4', 'large', 'written in', 'language', 'pieces', ''].map((h) => (
                  <th key={h} scope="col" className="py-1 pr-1 font-normal whitespace-nowrap">
                    {h || <span className="sr-only">Take out</span>}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {students.map((s) => (
                <Row
                  key={s.id}
                  student={s}
                  seats={seats}
                  shelf={shelf}
                  change={(by) => changeStudent(s.id, by)}
                  remove={() => removeStudent(s.id)}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
      <form
        className="mt-1.5 flex flex-wrap items-center gap-2 text-sm"
        onSubmit={(e) => {
          e.preventDefault()
          add()
        }}
      >
        <input
          aria-label="First name of a new student"
          value={typed}
          maxLength={60}
          placeholder="first name"
          onChange={(e) => setTyped(e.target.value)}
          className={`w-36 ${studentField}`}
        />
        <StudentSeatSelect label="Seat of the new student" seats={seats} value={at} set={setSeat} />
        <Button size="small" type="submit" disabled={!typed.trim() || full}>
          <Plus size={14} aria-hidden /> Add
        </Button>
        <Opens
          has="dialog"
          load={Bring.load}
          button={
            <Button size="small" disabled={full}>
              <FileUp size={14} aria-hidden /> Bring a list
            </Button>
          }
          opened={(button) => <Bring.Part button={button} seats={seats} room={MOST_STUDENTS - students.length} bring={bringStudents} />}
        />
        {students.length > 0 && (
          <Button
            size="small"
            onClick={() =>
              void import('@/formats/roster').then((m) => save(`${fileName(name)} students.csv`, m.rosterCsv(students, seats)))
            }
          >
            <FileDown size={14} aria-hidden /> Save as a list
          </Button>
        )}
        {students.length > 0 && (
          <Link href={classPage(of, 'links')} className={buttonLook('plain', 'small')}>
            <QrCode size={14} aria-hidden /> Links for phones
          </Link>
        )}
        {full && <span className="text-soft">A class has {MOST_STUDENTS} students at most.</span>}
      </form>
    </>
  )
}

/** Hands a text to the browser as a file. */
function save(called: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: 'text/csv;charset=utf-8' }))
  const a = document.createElement('a')
  a.href = url
  a.download = called
  a.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
