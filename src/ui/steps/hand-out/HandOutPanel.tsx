'use client'

import Link from 'next/link'
import type { HandOut } from '@/api/handOut'
import { sheetParams } from '@/api/handOut'
import { ABOUT_MARKS, MARKS } from '@/core/part/marks'
import { AMOUNTS, FADES, type Amount } from '@/core/part/written'
import { count } from '@/core/count'
import { inSentence, sayList } from '@/core/names'
import type { SeatId } from '@/core/seats/seat'
import { Button } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'
import { Select } from '@/ui/kit/Select'
import { OtherSheets } from './OtherSheets'
import { KeptSheets } from './KeptSheets'
import type { SheetState } from './useSheets'

type Props = {
  id: string
  seats: readonly { id: SeatId; name: string; students: number }[]
  wanted: HandOut
  change: (by: Partial<HandOut>) => void
  sheets: readonly SheetState[]
}

const AMOUNT: Record<Amount, string> = {
  all: 'everything',
  changes: 'only where it changes',
  new: 'only new or altered',
  trouble: 'only trouble spots',
  none: 'nothing',
}

const SIZES = [
  ['small', 'small'],
  ['normal', 'normal'],
  ['large', 'large'],
] as const
const PAPERS = [
  ['a4', 'A4'],
  ['letter', 'Letter'],
] as const

/** Who gets what: a row a seat, how much is written in for it, and what is alike on all sheets. */
export function HandOutPanel({ id, seats, wanted, change, sheets }: Props) {
  const ids = seats.map((s) => s.id)
  const chosen = wanted.seats ?? ids
  const toggle = (seat: SeatId, on: boolean) => {
    const next = ids.filter((s) => (s === seat ? on : chosen.includes(s)))
    change({ seats: next.length === ids.length ? null : next })
  }
  const write = (seat: SeatId, much: Amount) => {
    const { [seat]: _, ...others } = wanted.own
    change({ own: much === wanted.much ? others : { ...others, [seat]: much } })
  }
  const beyond = sheets.flatMap(({ query, made }) =>
    query.seat !== null && made?.ok && made.sheet.problems.length > 0 ? [{ name: made.sheet.name, problems: made.sheet.problems }] : [],
  )
  return (
    <aside className="not-printed hand-out-panel" aria-label="What is printed">
      <section>
        <h2 className="panel-head">For whom, and how much is written in</h2>
        <label className="mb-2 flex items-center justify-between gap-2">
          for everybody
          <AmountSelect label="How much for everybody" value={wanted.much} onChange={(much) => change({ much, own: {} })} />
        </label>
        <ul className="grid gap-1">
          {seats.map((s) => (
            <li key={s.id} className="flex items-center justify-between gap-2">
              <label className="tick">
                <input
                  type="checkbox"
                  className="accent-rosin"
                  checked={chosen.includes(s.id)}
                  onChange={(e) => toggle(s.id, e.target.checked)}
                />
                {s.name}
              </label>
              <AmountSelect
                label={`How much for ${s.name}`}
                value={wanted.own[s.id] ?? wanted.much}
                own={s.id in wanted.own}
                disabled={!chosen.includes(s.id)}
                onChange={(much) => write(s.id, much)}
              />
            </li>
          ))}
          <li className="flex items-center justify-between gap-2 border-t border-rule pt-1">
            <label className="tick">
              <input
                type="checkbox"
                className="accent-rosin"
                checked={wanted.score !== null}
                onChange={(e) => change({ score: e.target.checked ? 'all' : null })}
              />
              Teacher’s score
            </label>
            <AmountSelect
              label="How much in the score"
              value={wanted.score ?? 'all'}
              disabled={wanted.score === null}
              onChange={(score) => change({ score })}
            />
          </li>
        </ul>
      </section>
      <Students seats={seats.filter((s) => chosen.includes(s.id))} on={wanted.students} set={(students) => change({ students })} />
      <label className="tick">
        <input type="checkbox" className="accent-rosin" checked={wanted.fade} onChange={(e) => change({ fade: e.target.checked })} />
        <span>
          Fading: {FADES} sheets of each part in the PDF, from everything to nothing; measures that are sure by the record lose theirs a
          sheet sooner
        </span>
      </label>
      <fieldset>
        <legend className="panel-head">What is written at the notes</legend>
        <div className="flex flex-wrap gap-x-4 gap-y-1">
          {MARKS.map((m) => (
            <label key={m} className="tick">
              <input
                type="checkbox"
                className="accent-rosin"
                checked={wanted.marks.includes(m)}
                onChange={(e) => change({ marks: MARKS.filter((x) => (x === m ? e.target.checked : wanted.marks.includes(x))) })}
              />
              {ABOUT_MARKS[m].name}
            </label>
          ))}
        </div>
      </fieldset>
      {wanted.p && (
        <section>
          <h2 className="panel-head">Only a passage</h2>
          <p className="flex items-center justify-between gap-2">
            {wanted.p.from === wanted.p.to ? `measure ${wanted.p.from}` : `measures ${wanted.p.from} to ${wanted.p.to}`}, by number
            <Button size="small" onClick={() => change({ p: null })}>
              The whole piece
            </Button>
          </p>
        </section>
      )}
      <section className="flex flex-wrap gap-x-4 gap-y-3">
        <div>
          <h2 className="panel-head">Notes</h2>
          <Choice label="Size of the notes" value={wanted.size} options={SIZES} onChange={(size) => change({ size })} />
        </div>
        <div>
          <h2 className="panel-head">Paper</h2>
          <Choice label="Paper" value={wanted.paper} options={PAPERS} onChange={(paper) => change({ paper })} />
        </div>
      </section>
      <section>
        <h2 className="panel-head">To read from a screen</h2>
        <p className="mb-1 text-fine text-soft">A part that fits a phone or tablet on the stand, as wide as it is held.</p>
        <ul className="flex flex-wrap gap-x-3 gap-y-1">
          {seats.map((s) => (
            <li key={s.id}>
              <Link
                className="tap px-1 underline underline-offset-2"
                href={`/pieces/${id}/stand?${sheetParams({ ...wanted, seat: s.id, much: wanted.own[s.id] ?? wanted.much })}`}
              >
                {s.name}
              </Link>
            </li>
          ))}
        </ul>
      </section>
      <OtherSheets id={id} seats={seats} paper={wanted.paper} />
      <KeptSheets id={id} wanted={wanted} chosen={sheets.length > 0} />
      {beyond.length > 0 && (
        <section>
          <h2 className="panel-head">Beyond what a seat has learned</h2>
          {beyond.map(({ name, problems }) => (
            <details key={name} className="text-sm">
              <summary className="cursor-pointer py-0.5">
                <span className="font-semibold text-madder">{name}</span>: {count(problems.length, 'place')}
              </summary>
              <ul className="list-disc pb-1 pl-5">
                {problems.map((p) => (
                  <li key={p}>{p}</li>
                ))}
              </ul>
            </details>
          ))}
        </section>
      )}
    </aside>
  )
}

type AmountProps = { label: string; value: Amount; own?: boolean; disabled?: boolean; onChange: (much: Amount) => void }

function AmountSelect({ label, value, own = false, disabled = false, onChange }: AmountProps) {
  return (
    <Select
      size="small"
      className="w-44"
      aria-label={label}
      own={own}
      disabled={disabled}
      value={value}
      onChange={(e) => onChange(AMOUNTS.find((a) => a === e.target.value) ?? 'all')}
    >
      {AMOUNTS.map((a) => (
        <option key={a} value={a}>
          {AMOUNT[a]}
        </option>
      ))}
    </Select>
  )
}

/** A sheet for each student: how many there are, and what the file has then. */
function Students({ seats, on, set }: { seats: readonly { name: string; students: number }[]; on: boolean; set: (on: boolean) => void }) {
  const all = seats.reduce((n, s) => n + s.students, 0)
  const none = seats.filter((s) => s.students === 0).map((s) => inSentence(s.name))
  if (all === 0) return null
  return (
    <section>
      <label className="tick">
        <input type="checkbox" className="accent-rosin" checked={on} onChange={(e) => set(e.target.checked)} />A sheet for each student (
        {all})
      </label>
      {on && (
        <p className="text-fine text-soft">
          In the PDF, by name, in score order: larger, with more or less written in, without the fourth finger, as the class page has it for
          each. Here each seat’s sheet stands for its students.
          {none.length > 0 && ` Nobody is listed for the ${sayList(none)}: one sheet for the seat.`}
        </p>
      )}
    </section>
  )
}
