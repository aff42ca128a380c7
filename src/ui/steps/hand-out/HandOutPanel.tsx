'use client'

import Link from 'next/link'
import { useClassId } from '@/ui/kit/InClass'
import { piecePage } from '@/api/address'
import type { HandOut } from '@/api/handOut'
import { sheetParams } from '@/api/handOut'
import { count } from '@/core/count'
import { How } from './How'
import { KeptSheets } from './KeptSheets'
import { Pack } from './Pack'
import type { SheetState } from './useSheets'
import { What } from './What'
import { Whom, type Seats } from './Whom'

type Props = {
  id: string
  seats: Seats
  others: readonly { readonly id: string; readonly title: string }[]
  wanted: HandOut
  change: (by: Partial<HandOut>) => void
  sheets: readonly SheetState[]
}

/** For whom, what, and how it is written: everything that stands on the paper beside it. */
export function HandOutPanel({ id, seats, others, wanted, change, sheets }: Props) {
  const of = useClassId()
  const beyond = sheets.flatMap(({ query, made }) =>
    query.seat !== null && made?.ok && made.sheet.problems.length > 0 ? [{ name: made.sheet.name, problems: made.sheet.problems }] : [],
  )
  const chosen = sheets.length > 0
  return (
    <aside className="not-printed hand-out-panel" aria-label="What to print">
      <Whom seats={seats} wanted={wanted} change={change} />
      <What wanted={wanted} change={change} />
      <How wanted={wanted} change={change} />
      <Pack id={id} others={others} wanted={wanted} change={change} chosen={chosen} />
      <KeptSheets id={id} wanted={wanted} chosen={chosen} />
      <section>
        <h2 className="panel-head">Read from a screen</h2>
        <p className="mb-1 text-fine text-soft">A part that fits a phone or tablet on the stand.</p>
        <ul className="flex flex-wrap gap-x-3 gap-y-1">
          {seats.map((s) => (
            <li key={s.id}>
              <Link
                className="tap px-1 underline underline-offset-2"
                href={`${piecePage(of, id, 'stand')}?${sheetParams({ ...wanted, what: 'part', seat: s.id, much: wanted.own[s.id] ?? wanted.much })}`}
              >
                {s.name}
              </Link>
            </li>
          ))}
        </ul>
      </section>
      {beyond.length > 0 && (
        <section>
          <h2 className="panel-head">Notes a seat hasn’t learned yet</h2>
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
