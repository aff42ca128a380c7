'use client'

import { Fragment } from 'react'
import { sayList } from '@/core/names'
import type { ClassSettings } from '@/core/plan/class'
import { seatOf } from '@/core/seats/seat'
import { sayFrame } from '@/core/plan/talk'
import { beganOn, beginPiece, ledgerOf, unbegin } from '@/core/term/ledger'
import { sayLearnedThing } from '@/core/plan/things'
import type { ClassEdits } from '@/ui/class/classStore'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import { todayIs } from '@/ui/session/record'
import type { Facts } from './useFacts'

/** How a frame begins in a list of what was met. */
const FRAME = 'frame: '
const field = 'tap rounded border border-rule bg-sheet px-1.5 py-0.5'

type Props = { settings: ClassSettings; facts: Facts | null; settle: ClassEdits['settle'] }

/** What was introduced when: filled from the pieces that are marked as begun. */
export function Ledger({ settings, facts, settle }: Props) {
  const lines = ledgerOf(settings, new Map((facts?.pieces ?? []).map((f) => [f.id, f])))
  const seats = settings.seats.map(seatOf)
  const seatNamed = (id: string) => seats.find((s) => s.id === id)!
  const open = (facts?.pieces ?? []).filter((f) => !settings.term.begun.some((b) => b.piece === f.id))
  return (
    <>
      <p className="mb-2 max-w-3xl">
        What a piece brings counts as learned from the day you begin it. Take back “begun”, and what only that piece brought goes too.
      </p>
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <Select
          aria-label="Mark a piece as begun"
          value=""
          disabled={open.length === 0}
          onChange={(e) => {
            const facts = open.find((f) => f.id === e.target.value)
            if (facts) settle((s) => beginPiece(s, facts, todayIs()), `${facts.title} begun`)
          }}
        >
          <option value="">Mark a piece as begun …</option>
          {open.map((f) => (
            <option key={f.id} value={f.id}>
              {f.title}
            </option>
          ))}
        </Select>
        {!facts && <span role="status">Reading your pieces …</span>}
      </div>
      {lines.length === 0 && <p className="text-soft">No piece begun yet. Mark one when the class starts it.</p>}
      <ol className="flex flex-col">
        {lines.map(({ begun, brought, met }) => (
          <li key={begun.piece} className="border-t border-rule py-2">
            <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
              <h2 className="font-title text-lg">{begun.title}</h2>
              <input
                type="date"
                aria-label={`${begun.title} was begun on`}
                value={begun.on}
                onChange={(e) =>
                  e.target.value && settle((s) => beganOn(s, begun.piece, e.target.value), `${begun.title}: begun on ${e.target.value}`)
                }
                className={`${field} text-sm`}
              />
              <Button
                size="small"
                className="ml-auto"
                onClick={() => settle((s) => unbegin(s, begun.piece), `Take back “begun” for ${begun.title}`)}
              >
                Take back “begun”
              </Button>
            </div>
            {brought.length === 0 ? (
              <p className="text-sm">Nothing new in it.</p>
            ) : (
              <p className="text-sm">
                New in it:{' '}
                {brought.map(({ seat, things }, i) => (
                  <Fragment key={seat}>
                    {i > 0 && ', '}
                    <b>{seatNamed(seat).name}</b>{' '}
                    {sayList(things.map((t) => sayLearnedThing(settings.talk, seatNamed(seat).instrument, t)))}
                  </Fragment>
                ))}
                .
              </p>
            )}
            {met === null ? (
              <p className="text-sm text-soft">Not available: the piece was deleted or is still loading.</p>
            ) : met.length > 0 ? (
              <details className="text-sm">
                <summary className="cursor-pointer text-soft">New in this piece</summary>
                <dl className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-3">
                  {met.map(({ seat, what }) => (
                    <Fragment key={seat}>
                      <dt className="font-semibold">{seatNamed(seat).name}</dt>
                      <dd>
                        {what.map((w) => (w.startsWith(FRAME) ? FRAME + sayFrame(settings.talk, w.slice(FRAME.length)) : w)).join(' · ')}
                      </dd>
                    </Fragment>
                  ))}
                </dl>
              </details>
            ) : (
              <p className="text-sm text-soft">No new notes or finger patterns.</p>
            )}
          </li>
        ))}
      </ol>
    </>
  )
}
