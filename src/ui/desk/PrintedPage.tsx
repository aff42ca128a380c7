'use client'

import { useCalled } from '@/ui/kit/InClass'
import Link from 'next/link'
import { useEffect, useRef, useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { classPage } from '@/api/address'
import { addressesOf, printedLines } from '@/core/piece/address'
import { asPrinted, startsEvery, withStartAt, type Book } from '@/core/seats/book'
import { lineIndexFor } from '@/core/balance/ensemble'
import type { SeatId } from '@/core/seats/seat'
import { Choice } from '@/ui/kit/Choice'
import { Select } from '@/ui/kit/Select'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { printedAt } from '@/ui/session/decisions'

const ALL = 'all'
const EVERY = [2, 3, 4, 5, 6, 8] as const

/** Where the piece stands in the printed book, for all or in one seat's: page, exercise, and where each printed line begins. */
export function PrintedPage() {
  const called = useCalled()
  const of = useClassId()
  const [whose, setWhose] = useState<SeatId>(ALL)
  const seats = useSeats()
  const plan = useDesk((d) => d.plan)
  const piece = useDesk((d) => d.piece)
  const klass = useDesk((d) => d.klass)
  const edit = useDesk((d) => d.edit)
  const seat = seats.find((s) => s.id === whose) ?? null
  const own: Book = seat ? (plan.seatBooks[seat.id] ?? {}) : plan.book
  const under: Book = seat ? plan.book : {}
  const line = asPrinted(piece, piece.lines[lineIndexFor(piece, plan, klass, seat ?? seats[0])], { ...under, ...own }, 'lines')
  const known = printedLines(line)
  const say = (change: Partial<Book>) => edit(printedAt(seat, change))
  return (
    <section aria-labelledby="printed-page" className="mt-3 border-t border-rule pt-2.5">
      <h3 id="printed-page" className="font-semibold">
        On the printed page
      </h3>
      <div className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-2">
        <Choice
          label="Whose book"
          value={seat?.id ?? ALL}
          options={[[ALL, 'All books'] as const, ...seats.map((s) => [s.id, s.name] as const)]}
          onChange={(id: SeatId) => setWhose(id)}
        />
        <Text key={`page ${whose}`} label="page" value={own.page} inherited={under.page} most={12} onChange={(page) => say({ page })} />
        <Text
          key={`no ${whose}`}
          label="no."
          value={own.exercise}
          inherited={under.exercise}
          most={24}
          onChange={(exercise) => say({ exercise })}
        />
      </div>
      <div className="mt-2 flex items-center gap-2">
        <label htmlFor="printed-lines">Lines</label>
        <Select
          id="printed-lines"
          value={own.lines ? 'own' : 'given'}
          onChange={(e) => {
            const { value } = e.target
            if (value === 'given') say({ lines: undefined })
            else if (value === 'none') say({ lines: [] })
            else if (value !== 'own') say({ lines: startsEvery(line, Number(value)) })
          }}
        >
          <option value="given">{seat ? 'as in all books' : 'as in the file'}</option>
          {own.lines && <option value="own">{known ? 'as marked below' : 'not set'}</option>}
          {EVERY.map((n) => (
            <option key={n} value={n}>
              {called(`${n} measures each`)}
            </option>
          ))}
          <option value="none">not set</option>
        </Select>
        <span className="text-fine text-soft">
          {called(known ? `${known.length} lines. Press each measure that starts a line` : 'Press each measure that starts a line')}
        </span>
      </div>
      <ul aria-label="Printed lines start at" className="mt-1.5 flex max-h-28 flex-wrap gap-1 overflow-y-auto">
        {line.measures.map((m, i) => {
          const begins = i === 0 || m.newLine === true
          return (
            <li key={i}>
              <button
                type="button"
                disabled={i === 0}
                aria-pressed={begins}
                aria-label={`${called('Measure')} ${m.number}${begins && addressesOf(line) ? `, line ${addressesOf(line)![i].line} begins` : ''}`}
                onClick={() => say({ lines: withStartAt(line, i) })}
                className={`min-w-7 rounded border px-1 leading-6 ${begins ? 'border-ink bg-ink text-paper' : 'border-rule bg-sheet hover:border-ink'}`}
              >
                {m.number}
              </button>
            </li>
          )
        })}
      </ul>
      {klass.places === 'numbers' && (
        <p className="mt-1 text-fine text-soft">
          {called('This class names places by measure number, so lines aren’t used.')}{' '}
          <Link href={classPage(of, 'people')} className="text-link underline">
            Change it
          </Link>
        </p>
      )}
    </section>
  )
}

type TextProps = { label: string; value?: string; inherited?: string; most: number; onChange: (value: string | undefined) => void }

/** A word or number that is kept when it is left: also with its panel, or for another book's, where no field says that it was. */
function Text({ label, value, inherited, most, onChange }: TextProps) {
  const [typed, setTyped] = useState(value ?? '')
  const keep = () => {
    const said = typed.trim() || undefined
    if (said !== value) onChange(said)
  }
  const leave = useRef(keep)
  useEffect(() => {
    leave.current = keep
  })
  useEffect(() => () => leave.current(), [])
  return (
    <label className="flex items-center gap-1.5">
      {label}
      <input
        value={typed}
        maxLength={most}
        placeholder={inherited}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => e.key === 'Enter' && keep()}
        className="w-16 rounded border border-rule bg-sheet px-1.5 py-0.5 placeholder:text-soft"
      />
    </label>
  )
}
