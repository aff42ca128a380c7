'use client'

import { Download, Eye } from 'lucide-react'
import { useState } from 'react'
import type { SheetQuery } from '@/api/handOut'
import type { SeatId } from '@/core/seats/seat'
import { SHEET_KINDS, SHEETS } from '@/core/sheets/kinds'
import { buttonLook } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'

type Props = { id: string; seats: readonly { id: SeatId; name: string }[]; paper: SheetQuery['paper'] }

/** What else can be made of a piece: what, for whom, on the paper that is chosen for the parts. */
export function OtherSheets({ id, seats, paper }: Props) {
  const [what, setWhat] = useState<(typeof SHEET_KINDS)[number]>('map')
  const [whom, setWhom] = useState<string>('class')
  const about = SHEETS[what]
  const options: [string, string][] = [
    ...(about.for !== 'seat' ? [['class', 'the class'] as [string, string]] : []),
    ...(about.for !== 'class'
      ? [['each', 'each seat its own'] as [string, string], ...seats.map((s) => [s.id, s.name] as [string, string])]
      : []),
  ]
  // What was chosen for one kind may not be there for the next.
  const to = options.some(([v]) => v === whom) ? whom : options[0][0]
  const at = `/api/pieces/${id}/other?${new URLSearchParams({ what, whom: to, paper }).toString()}`
  return (
    <section aria-labelledby="other">
      <h2 id="other" className="panel-head">
        Other sheets
      </h2>
      <div className="flex flex-col gap-1.5">
        <Select aria-label="Which sheet" value={what} onChange={(e) => setWhat(SHEET_KINDS.find((k) => k === e.target.value) ?? 'map')}>
          {SHEET_KINDS.map((k) => (
            <option key={k} value={k}>
              {SHEETS[k].name}
            </option>
          ))}
        </Select>
        <p className="text-fine text-soft">{about.says}</p>
        <div className="flex flex-wrap items-center gap-1.5">
          <Select size="small" aria-label="For whom" value={to} onChange={(e) => setWhom(e.target.value)}>
            {options.map(([value, text]) => (
              <option key={value} value={value}>
                {text}
              </option>
            ))}
          </Select>
          <a href={`${at}&look=1`} target="_blank" rel="noreferrer" className={`tap ${buttonLook('plain', 'small')}`}>
            <Eye size={14} aria-hidden /> Look<span className="sr-only"> at it in a new window</span>
          </a>
          <a href={at} download className={`tap ${buttonLook('plain', 'small')}`}>
            <Download size={14} aria-hidden /> PDF
          </a>
        </div>
      </div>
    </section>
  )
}
