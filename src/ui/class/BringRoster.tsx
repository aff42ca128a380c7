'use client'

import * as Dialog from '@radix-ui/react-dialog'
import { useMemo, useState, type ReactElement } from 'react'
import { count, plural } from '@/core/count'
import type { Student } from '@/core/plan/student'
import type { Seat } from '@/core/seats/seat'
import { COLUMNS, openRoster, SAY_COLUMN, studentsIn, type RosterColumn, type RosterFile } from '@/formats/roster'
import { Button } from '@/ui/kit/Button'
import { landmark } from '@/ui/kit/landmark'
import { newId } from '@/ui/kit/newId'
import { Select } from '@/ui/kit/Select'

/** How many rows of a list are shown. */
const SHOWN = 8

type Props = {
  button: ReactElement
  seats: readonly Seat[]
  /** How many students the class still has room for. */
  room: number
  bring: (students: readonly Student[]) => void
}

/** A list of students out of a file: what its columns are is shown, and which rows cannot be kept, before anything is. */
export function BringRoster({ button, seats, room, bring }: Props) {
  const [open, setOpen] = useState(true)
  const [file, setFile] = useState<RosterFile | null>(null)
  const [columns, setColumns] = useState<readonly (RosterColumn | null)[]>([])
  const [problem, setProblem] = useState('')
  const found = useMemo(() => (file ? studentsIn(file, columns, seats, newId) : null), [file, columns, seats])
  const students = found?.students.slice(0, room) ?? []
  const take = async (chosen: File | undefined) => {
    if (!chosen) return
    const read = openRoster(await chosen.text().catch(() => ''))
    if ('problem' in read) {
      setFile(null)
      return setProblem(`${chosen.name}: ${read.problem}`)
    }
    setProblem('')
    setFile(read)
    setColumns(read.columns)
  }
  const keep = () => {
    bring(students)
    setFile(null)
    setOpen(false)
  }
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>{button}</Dialog.Trigger>
      <Dialog.Portal container={landmark()}>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 flex max-h-[86vh] w-[760px] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 flex-col gap-3 overflow-y-auto rounded-lg border border-rule bg-sheet p-5"
        >
          <Dialog.Title className="font-title text-xl">Bring a list of students</Dialog.Title>
          <label className="grid gap-1">
            A CSV table, one row a student: first name and seat. Size or string length if you know it.
            <input type="file" accept=".csv,.txt,.tsv,text/csv,text/plain" onChange={(e) => void take(e.target.files?.[0])} />
          </label>
          {problem && (
            <p role="alert" className="text-madder">
              {problem}
            </p>
          )}
          {file && (
            <>
              <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Your list">
                <table className="w-full border-collapse text-left text-sm">
                  <thead>
                    <tr className="border-b border-rule align-top">
                      {file.heads.map((head, i) => (
                        <th key={i} scope="col" className="py-1 pr-3 font-normal">
                          <span className="block text-soft">{head}</span>
                          <Select
                            size="small"
                            aria-label={`What is in ${head}`}
                            value={columns[i] ?? ''}
                            onChange={(e) => {
                              const chosen = COLUMNS.find((c) => c === e.target.value) ?? null
                              setColumns(columns.map((c, n) => (n === i ? chosen : c === chosen ? null : c)))
                            }}
                          >
                            <option value="">left out</option>
                            {COLUMNS.map((c) => (
                              <option key={c} value={c}>
                                {SAY_COLUMN[c]}
                              </option>
                            ))}
                          </Select>
                        </th>
                      ))}
                    </tr>
                  </thead>
                  <tbody>
                    {file.rows.slice(0, SHOWN).map((row, i) => (
                      <tr key={i} className="border-b border-rule">
                        {file.heads.map((_h, n) => (
                          <td key={n} className="py-1 pr-3">
                            {row[n] ?? ''}
                          </td>
                        ))}
                      </tr>
                    ))}
                  </tbody>
                </table>
                {file.rows.length > SHOWN && (
                  <p className="text-fine text-soft">and {count(file.rows.length - SHOWN, 'more row', 'more rows')}</p>
                )}
              </div>
              {found && found.bad.length > 0 && (
                <div>
                  <p className="font-semibold">{count(found.bad.length, 'row')} can’t be added:</p>
                  <ul className="max-h-40 list-disc overflow-y-auto pl-5 text-sm">
                    {found.bad.map((b) => (
                      <li key={b.row}>
                        row {b.row}: {b.problem}
                      </li>
                    ))}
                  </ul>
                </div>
              )}
              {found && found.students.length > room && (
                <p>
                  {room === 0 ? 'The class is full' : `Only ${count(room, 'more student')} ${plural(room, 'fits', 'fit')} into the class`}.{' '}
                  {count(found.students.length - room, 'student')} at the end {plural(found.students.length - room, 'is', 'are')} left out.
                </p>
              )}
            </>
          )}
          <div className="flex gap-2">
            <Button kind="filled" disabled={students.length === 0} onClick={keep}>
              {students.length === 0 ? 'Nobody to add yet' : `Add ${count(students.length, 'student')}`}
            </Button>
            <Dialog.Close asChild>
              <Button>Close</Button>
            </Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
