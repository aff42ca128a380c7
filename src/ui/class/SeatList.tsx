'use client'

import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { INSTRUMENTS } from '@/core/instruments/all'
import { clefNameSchema } from '@/core/music/clef.schema'
import { printedPitch } from '@/core/music/noteName'
import type { Pitch } from '@/core/music/pitch'
import { instrumentNamed, seatOf, type SeatId, type SeatRow } from '@/core/seats/seat'
import { MOST_SEATS } from '@/core/seats/bounds'
import { readTuning, tunedBy } from '@/core/seats/tuning'
import { Button } from '@/ui/kit/Button'
import type { ClassEdits } from './classStore'
import { Select } from '@/ui/kit/Select'

const CLEFS = clefNameSchema.options
const field = 'rounded border border-rule bg-sheet px-1.5 py-0.5'

type Props = {
  rows: readonly SeatRow[]
  changeSeat: ClassEdits['changeSeat']
  addSeat: ClassEdits['addSeat']
  removeSeat: ClassEdits['removeSeat']
  moveSeat: ClassEdits['moveSeat']
}

/** Who sits in the class: a row a seat, in score order. */
export function SeatList({ rows, changeSeat, addSeat, removeSeat, moveSeat }: Props) {
  return (
    <>
      <div className="relative overflow-x-auto">
        <table className="w-full border-collapse text-left text-sm">
          <caption className="sr-only">Seats, in score order</caption>
          <thead>
            <tr className="border-b border-rule text-soft">
              {['Name', 'Instrument', 'Open strings, low to high', 'Reads', 'Players', ''].map((h) => (
                <th key={h} scope="col" className="py-1 pr-2 font-normal">
                  {h || <span className="sr-only">Order</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, i) => (
              <tr key={row.id} className="border-b border-rule align-top">
                <td className="py-1 pr-2">
                  <Name row={row} onChange={(name) => changeSeat(row.id, { name })} />
                </td>
                <td className="py-1 pr-2">
                  <Select
                    aria-label={`${row.name}: instrument`}
                    value={row.instrument}
                    onChange={(e) => changeSeat(row.id, { instrument: e.target.value })}
                    size="small"
                  >
                    {INSTRUMENTS.map((x) => (
                      <option key={x.id} value={x.id}>
                        {x.name}
                      </option>
                    ))}
                  </Select>
                </td>
                <td className="py-1 pr-2">
                  <Tuning key={`${row.instrument} ${stringsOf(row)}`} row={row} onChange={(tuning) => changeSeat(row.id, { tuning })} />
                  {tunedBy(row, instrumentNamed(row.instrument).strings) !== 0 && (
                    <label className="tick mt-1 text-fine">
                      <input
                        type="checkbox"
                        className="accent-control"
                        checked={row.transposed ?? false}
                        onChange={(e) => changeSeat(row.id, { transposed: e.target.checked || undefined })}
                      />
                      reads a transposed part, as if tuned {printedStrings(instrumentNamed(row.instrument).strings)}
                    </label>
                  )}
                </td>
                <td className="py-1 pr-2">
                  <Select
                    aria-label={`${row.name}: clef`}
                    value={row.clef ?? instrumentNamed(row.instrument).clef}
                    onChange={(e) => changeSeat(row.id, { clef: CLEFS.find((c) => c === e.target.value) })}
                    size="small"
                  >
                    {CLEFS.map((c) => (
                      <option key={c} value={c}>
                        {c} clef
                      </option>
                    ))}
                  </Select>
                </td>
                <td className="py-1 pr-2">
                  <input
                    type="number"
                    min={0}
                    max={200}
                    aria-label={`${row.name}: players`}
                    value={row.players || ''}
                    placeholder="?"
                    onChange={(e) => changeSeat(row.id, { players: Math.max(0, Math.min(200, Math.round(Number(e.target.value)) || 0)) })}
                    className={`w-16 ${field}`}
                  />
                </td>
                <td className="py-1">
                  <Order
                    row={row}
                    first={i === 0}
                    last={i === rows.length - 1}
                    only={rows.length === 1}
                    move={moveSeat}
                    remove={removeSeat}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div role="group" aria-label="Add a seat" className="mt-1.5 flex flex-wrap items-center gap-2 text-sm">
        {rows.length < MOST_SEATS ? (
          <>
            <span className="text-soft">Add a seat:</span>
            {INSTRUMENTS.map((x) => (
              <Button key={x.id} size="small" onClick={() => addSeat(x.id)}>
                <Plus size={14} aria-hidden /> {x.name}
              </Button>
            ))}
          </>
        ) : (
          <span className="text-soft">A class has {MOST_SEATS} seats at most.</span>
        )}
      </div>
    </>
  )
}

/** A tuning as it is typed: always by letters. */
const printedStrings = (strings: readonly Pitch[]): string => strings.map((s) => printedPitch('letters', s)).join(' ')

const stringsOf = (row: SeatRow): string => printedStrings(seatOf(row).instrument.strings)

/** A seat's name: kept when it is left, since a seat needs one. */
function Name({ row, onChange }: { row: SeatRow; onChange: (name: string) => void }) {
  const [text, setText] = useState<string | null>(null)
  const leave = () => {
    const name = text?.trim()
    if (name && name !== row.name) onChange(name)
    setText(null)
  }
  return (
    <input
      aria-label={`Name of the seat ${row.name}`}
      value={text ?? row.name}
      maxLength={40}
      onChange={(e) => setText(e.target.value)}
      onBlur={leave}
      onKeyDown={(e) => e.key === 'Enter' && leave()}
      className={`w-32 ${field}`}
    />
  )
}

/** The open strings as text, taken when they can be read; what is wrong with them stands below. */
function Tuning({ row, onChange }: { row: SeatRow; onChange: (tuning: SeatRow['tuning']) => void }) {
  const known = stringsOf(row)
  const [text, setText] = useState(known)
  const [wrong, setWrong] = useState('')
  const id = `tuning-${row.id}`
  const leave = () => {
    if (text.trim() === known) return setWrong('')
    const read = readTuning(text)
    if ('problem' in read) return setWrong(read.problem)
    setWrong('')
    const usual = printedStrings(instrumentNamed(row.instrument).strings)
    const said = printedStrings(read.strings)
    if (said !== known) onChange(said === usual ? undefined : read.strings)
    setText(said)
  }
  return (
    <>
      <input
        aria-label={`${row.name}: open strings`}
        aria-invalid={wrong !== ''}
        aria-describedby={wrong ? id : undefined}
        value={text}
        maxLength={60}
        onChange={(e) => setText(e.target.value)}
        onBlur={leave}
        onKeyDown={(e) => e.key === 'Enter' && leave()}
        className={`w-44 ${field}`}
      />
      {wrong && (
        <span id={id} role="alert" className="block max-w-52 text-fine leading-snug text-madder">
          {wrong}
        </span>
      )}
    </>
  )
}

type OrderProps = {
  row: SeatRow
  first: boolean
  last: boolean
  only: boolean
  move: (id: SeatId, by: 1 | -1) => void
  remove: (id: SeatId) => void
}

function Order({ row, first, last, only, move, remove }: OrderProps) {
  const button = 'rounded p-1 hover:bg-wash disabled:opacity-40'
  return (
    <span className="flex">
      <button type="button" aria-label={`${row.name} up`} disabled={first} onClick={() => move(row.id, -1)} className={button}>
        <ArrowUp size={15} aria-hidden />
      </button>
      <button type="button" aria-label={`${row.name} down`} disabled={last} onClick={() => move(row.id, 1)} className={button}>
        <ArrowDown size={15} aria-hidden />
      </button>
      <button
        type="button"
        aria-label={`Take ${row.name} out of the class`}
        disabled={only}
        onClick={() => remove(row.id)}
        className={button}
      >
        <Trash2 size={15} aria-hidden />
      </button>
    </span>
  )
}
