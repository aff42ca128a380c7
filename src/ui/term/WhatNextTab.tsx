'use client'

import { useMemo, useState } from 'react'
import { count, plural } from '@/core/count'
import { capital, sayList } from '@/core/names'
import type { ClassSettings } from '@/core/plan/class'
import { beginPiece } from '@/core/term/ledger'
import { WEEKDAYS, weekdayName } from '@/core/plan/calendar'
import { TERM_BOUNDS, type Term } from '@/core/plan/term'
import { sayLearnedThing } from '@/core/plan/things'
import { sayOrder, whatNext, type Next } from '@/core/term/whatNext'
import type { ClassEdits } from '@/ui/class/classStore'
import { Button } from '@/ui/kit/Button'
import { NumberField } from '@/ui/kit/NumberField'
import { Select } from '@/ui/kit/Select'
import { todayIs } from '@/ui/session/record'
import { Bridge } from './Bridge'
import { sayDate } from './sayDate'
import type { Facts } from './useFacts'

const field = 'tap rounded border border-rule bg-sheet px-1.5 py-0.5'

type Props = { id: string; settings: ClassSettings; facts: Facts | null; settle: ClassEdits['settle'] }

/** The pieces that are not begun, in the order in which each brings the least that is new at once. */
export function WhatNextTab({ id, settings, facts, settle }: Props) {
  const next = useMemo(() => (facts ? whatNext(settings, facts.pieces) : null), [settings, facts])
  if (!facts || !next) return <p role="status">Reading your pieces …</p>
  const { term } = settings
  const path = (change: Partial<Term['path']>, said: string) =>
    settle((s) => ({ ...s, term: { ...s.term, path: { ...s.term.path, ...change } } }), said)
  const pinnedTo = (piece: Next, place: number | null) => {
    const { [piece.id]: _, ...others } = term.path.places
    path(
      { places: place === null ? others : { ...others, [piece.id]: place } },
      place === null ? `${piece.title}: any order` : `${piece.title}: place ${place + 1}`,
    )
  }
  const dated = (piece: Next, day: string) => {
    const { [piece.id]: _, ...others } = term.path.days
    path({ days: day === '' ? others : { ...others, [piece.id]: day } }, day === '' ? `${piece.title}: any day` : `${piece.title}: ${day}`)
  }
  const open = facts.pieces.filter((f) => !term.begun.some((b) => b.piece === f.id))
  const pinned = Object.keys(term.path.places).length + Object.keys(term.path.days).length
  return (
    <>
      <section aria-label="The order" className="mb-3 flex flex-wrap items-end gap-x-5 gap-y-2">
        <p className={`max-w-3xl grow ${next.problem ? 'font-semibold text-madder' : ''}`} role="status">
          {sayOrder(next)}
        </p>
        <label className="text-sm text-soft">
          First piece on{' '}
          <input
            type="date"
            value={term.path.from ?? ''}
            onChange={(e) => path({ from: e.target.value || null }, 'First day')}
            className={`${field} text-ink`}
          />
        </label>
        <label className="flex items-center gap-1.5 text-sm text-soft">
          Weeks for each
          <NumberField
            label="Weeks for each piece"
            value={term.path.weeks}
            min={TERM_BOUNDS.weeks.least}
            max={TERM_BOUNDS.weeks.most}
            set={(weeks) => path({ weeks }, `${count(weeks, 'week')} for each piece`)}
          />
        </label>
        <fieldset className="flex flex-wrap items-center gap-x-2.5 text-sm text-soft">
          <legend className="float-left mr-1.5">Lesson days</legend>
          {WEEKDAYS.map((d) => (
            <label key={d} className="tap flex items-center gap-1">
              <input
                type="checkbox"
                className="size-5 accent-control"
                checked={term.meets.includes(d)}
                onChange={(e) =>
                  settle(
                    (s) => ({
                      ...s,
                      term: { ...s.term, meets: WEEKDAYS.filter((x) => (x === d ? e.target.checked : s.term.meets.includes(x))) },
                    }),
                    `Lesson on ${weekdayName(d)}${e.target.checked ? '' : ' no more'}`,
                  )
                }
              />
              {d}
            </label>
          ))}
        </fieldset>
        {pinned > 0 && (
          <Button size="small" onClick={() => path({ places: {}, days: {} }, 'Any order for all')}>
            Any order for all
          </Button>
        )}
      </section>
      <ol className="flex flex-col">
        {next.pieces.map((p, at) => (
          <li key={p.id} className="grid grid-cols-[2rem_minmax(0,1fr)] gap-x-2 border-t border-rule py-2">
            <span className="pt-0.5 text-right font-title text-lead text-soft">{at + 1}</span>
            <div className="min-w-0">
              <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
                <h2 className="font-title text-lg">{p.title}</h2>
                {p.on && <span className="text-sm text-soft">{sayDate(p.on)}</span>}
                <span className="ml-auto flex flex-wrap items-center gap-1.5 text-sm">
                  <Select
                    size="small"
                    aria-label={`Place of ${p.title}`}
                    value={p.pinned ? `${at}` : ''}
                    onChange={(e) => pinnedTo(p, e.target.value === '' ? null : Number(e.target.value))}
                  >
                    <option value="">any order</option>
                    {next.pieces.map((_, i) => (
                      <option key={i} value={i}>
                        stays at {i + 1}
                      </option>
                    ))}
                  </Select>
                  <label className="text-soft">
                    begins on<span className="sr-only">: {p.title}</span>{' '}
                    <input
                      type="date"
                      value={term.path.days[p.id] ?? ''}
                      onChange={(e) => dated(p, e.target.value)}
                      className={`${field} text-ink`}
                    />
                  </label>
                  <Button
                    size="small"
                    onClick={() =>
                      settle(
                        (s) =>
                          beginPiece(
                            s,
                            facts.pieces.find((f) => f.id === p.id)!,
                            todayIs(),
                          ),
                        `${p.title} begun`,
                      )
                    }
                  >
                    Begin today
                  </Button>
                </span>
              </div>
              {p.news.length === 0 ? (
                <p className="text-sm text-soft">Nothing new in it.</p>
              ) : (
                <ul className="mt-0.5 flex flex-wrap gap-x-5 gap-y-0.5 text-sm">
                  {p.news.map(({ seat, things }) => (
                    <li key={seat.id}>
                      <b>{seat.name}</b>: {sayList(things.map((t) => sayLearnedThing(settings.talk, seat.instrument, t)))}
                    </li>
                  ))}
                </ul>
              )}
              {p.early.map((e) => (
                <p key={e} className="text-sm font-semibold text-madder">
                  {capital(e)}.
                </p>
              ))}
              {p.news.length > 0 && (
                <Bridge
                  of={id}
                  piece={p.id}
                  title={p.title}
                  key={p.news.map((n) => `${n.seat.id} ${n.things.join()}`).join()}
                  seats={settings.seats}
                />
              )}
            </div>
          </li>
        ))}
      </ol>
      {facts.beyond > 0 && (
        <p className="mt-2 text-soft">
          We look at {TERM_BOUNDS.path} pieces at most, by title. {count(facts.beyond, 'piece')} {plural(facts.beyond, 'is', 'are')} left
          out.
        </p>
      )}
      <Which
        open={open.map(({ id: piece, title }) => ({ id: piece, title }))}
        chosen={term.path.pieces}
        set={(pieces) => path({ pieces }, pieces === null ? 'All pieces are in' : `${count(pieces.length, 'piece')} are in`)}
      />
    </>
  )
}

/** Which pieces to put in order: all, or a chosen set. */
function Which({
  open,
  chosen,
  set,
}: {
  open: readonly { id: string; title: string }[]
  chosen: readonly string[] | null
  set: (pieces: string[] | null) => void
}) {
  const [shown, setShown] = useState(chosen !== null)
  const has = (id: string) => chosen === null || chosen.includes(id)
  return (
    <details className="mt-3 border-t border-rule pt-2" open={shown} onToggle={(e) => setShown(e.currentTarget.open)}>
      <summary className="cursor-pointer">Which pieces to put in order</summary>
      <div className="mt-1 flex flex-wrap gap-x-5 gap-y-1">
        {open.map(({ id, title }) => (
          <label key={id} className="tap flex items-center gap-1.5">
            <input
              type="checkbox"
              className="size-5 accent-control"
              checked={has(id)}
              onChange={(e) => {
                const next = open.map((x) => x.id).filter((x) => (x === id ? e.target.checked : has(x)))
                set(next.length === open.length ? null : next)
              }}
            />
            {title}
          </label>
        ))}
      </div>
    </details>
  )
}
