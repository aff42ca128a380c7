'use client'

import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { LANGUAGE_NAMES, LANGUAGES } from '@/core/language'
import { AMOUNTS, type Amount } from '@/core/plan/amounts'
import { stringOf } from '@/core/roster/student'
import { type Student } from '@/core/plan/student'
import type { Seat } from '@/core/seats/seat'
import { LENGTHS } from '@/core/tapes/tapes'
import { Button } from '@/ui/kit/Button'
import { later, Opens } from '@/ui/kit/Opens'
import { Select } from '@/ui/kit/Select'
import type { ShelfEntry } from './Assign'
import type { ClassEdits } from './classStore'

const Assign = later(() => import('./Assign').then((m) => m.Assign))

/** How a field in a row looks. */
export const studentField = 'rounded border border-rule bg-sheet px-1.5 py-0.5'

/** How many of the class's pieces are a student's. */
const sayPieces = ({ pieces }: Pick<Student, 'pieces'>, shelf: StudentsProps['shelf']): string =>
  pieces === null ? 'all' : `${shelf.filter((p) => pieces.includes(p.id)).length} of ${shelf.length}`

/** How much is written in, as a student's row says it. */
const SAY_AMOUNT: Readonly<Record<Amount, string>> = {
  all: 'everything',
  changes: 'where it changes',
  new: 'what is new',
  trouble: 'at places to watch',
  unread: 'notes not sure yet',
  none: 'nothing',
}

export type StudentsProps = {
  students: readonly Student[]
  seats: readonly Seat[]
  name: string
  /** What stands on the shelf of the class. */
  shelf: readonly ShelfEntry[]
} & Pick<ClassEdits, 'addStudent' | 'changeStudent' | 'removeStudent' | 'bringStudents'>

/** Where a student sits. */
export function StudentSeatSelect({
  label,
  seats,
  value,
  set,
}: {
  label: string
  seats: readonly Seat[]
  value: string
  set: (id: string) => void
}) {
  const gone = !seats.some((s) => s.id === value)
  return (
    <Select size="small" aria-label={label} aria-invalid={gone || undefined} value={value} onChange={(e) => set(e.target.value)}>
      {gone && <option value={value}>choose a seat</option>}
      {seats.map((s) => (
        <option key={s.id} value={s.id}>
          {s.name}
        </option>
      ))}
    </Select>
  )
}

/** A student: name, seat, size, and what holds for them alone. */
export function Row({
  student: s,
  seats,
  shelf,
  change,
  remove,
}: {
  student: Student
  seats: readonly Seat[]
  shelf: StudentsProps['shelf']
  change: (by: Partial<Omit<Student, 'id'>>) => void
  remove: () => void
}) {
  const seat = seats.find((x) => x.id === s.seat)
  return (
    <tr className="border-b border-rule">
      <td className="py-1 pr-1">
        <Text label={`Name of ${s.name}`} value={s.name} set={(name) => name && change({ name })} width="w-20" />
      </td>
      <td className="py-1 pr-1">
        <StudentSeatSelect
          label={`Seat of ${s.name}`}
          seats={seats}
          value={s.seat}
          set={(id) => change({ seat: id, size: '', length: null })}
        />
      </td>
      <td className="py-1 pr-1">
        <Select
          size="small"
          aria-label={`Size of ${s.name}`}
          className="w-[70px]"
          value={s.size}
          disabled={!seat}
          onChange={(e) => change({ size: e.target.value })}
        >
          <option value="">not said</option>
          {seat?.instrument.sizes.map((x) => (
            <option key={x.name} value={x.name}>
              {x.name}
            </option>
          ))}
        </Select>
      </td>
      <td className="py-1 pr-1">
        <Text
          label={`String of ${s.name} in mm, if measured`}
          value={s.length === null ? '' : `${s.length}`}
          placeholder={seat ? `${stringOf(s, seat)}` : ''}
          set={(text) => {
            const mm = Number(text.replace(',', '.'))
            if (text === '') change({ length: null })
            else if (mm >= LENGTHS.least && mm <= LENGTHS.most) change({ length: mm })
          }}
          width="w-12"
        />
      </td>
      <td className="py-1 pr-1">
        <Tick label={`${s.name}: no fourth finger yet`} on={s.noFourth} set={(noFourth) => change({ noFourth })} />
      </td>
      <td className="py-1 pr-1">
        <Tick label={`${s.name}: large print`} on={s.large} set={(large) => change({ large })} />
      </td>
      <td className="py-1 pr-1">
        <Select
          size="small"
          aria-label={`Written in for ${s.name}`}
          className="w-24"
          value={s.much ?? ''}
          onChange={(e) => change({ much: AMOUNTS.find((a) => a === e.target.value) ?? null })}
        >
          <option value="">as the seat</option>
          {AMOUNTS.map((a) => (
            <option key={a} value={a}>
              {SAY_AMOUNT[a]}
            </option>
          ))}
        </Select>
      </td>
      <td className="py-1 pr-1">
        <Select
          size="small"
          aria-label={`Language of ${s.name}`}
          className="w-[92px]"
          value={s.language ?? ''}
          onChange={(e) => change({ language: LANGUAGES.find((l) => l === e.target.value) ?? null })}
        >
          <option value="">the class’s</option>
          {LANGUAGES.map((l) => (
            <option key={l} value={l}>
              {LANGUAGE_NAMES[l]}
            </option>
          ))}
        </Select>
      </td>
      <td className="py-1 pr-1">
        <Opens
          has="menu"
          load={Assign.load}
          button={
            <Button size="small" aria-label={`Pieces of ${s.name}: ${sayPieces(s, shelf)}`}>
              {sayPieces(s, shelf)}
            </Button>
          }
          opened={(button) => <Assign.Part button={button} says={`Pieces of ${s.name}`} shelf={shelf} student={s} change={change} />}
        />
      </td>
      <td className="py-1">
        <button type="button" aria-label={`Take ${s.name} out`} onClick={remove} className="tap rounded p-1 hover:bg-wash">
          <Trash2 size={15} aria-hidden />
        </button>
      </td>
    </tr>
  )
}

const Tick = ({ label, on, set }: { label: string; on: boolean; set: (on: boolean) => void }) => (
  <input type="checkbox" aria-label={label} className="size-5 accent-control" checked={on} onChange={(e) => set(e.target.checked)} />
)

/** A text that is kept when it is left. */
function Text({
  label,
  value,
  set,
  width,
  placeholder,
}: {
  label: string
  value: string
  set: (text: string) => void
  width: string
  placeholder?: string
}) {
  const [text, setText] = useState<string | null>(null)
  const leave = () => {
    const next = text?.trim()
    if (next !== undefined && next !== value) set(next)
    setText(null)
  }
  return (
    <input
      aria-label={label}
      value={text ?? value}
      maxLength={60}
      placeholder={placeholder}
      onChange={(e) => setText(e.target.value)}
      onBlur={leave}
      onKeyDown={(e) => e.key === 'Enter' && leave()}
      className={`${width} ${studentField}`}
    />
  )
}
