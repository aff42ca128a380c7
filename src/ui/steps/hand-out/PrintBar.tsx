'use client'

import { Printer } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useOptimistic, useTransition } from 'react'
import type { SeatId } from '@/core/seats/seat'
import { BackLink } from '@/ui/kit/BackLink'
import { StepsNav } from '@/ui/steps/StepsNav'
import type { PrintQuery } from '@/api/protocol'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import { Choice } from '@/ui/kit/Choice'
import { count } from '@/core/count'

/** What is printed: every choice made. */
export type Printed = PrintQuery & { readonly seat: SeatId }

type Props = {
  id: string
  title: string
  seats: readonly { id: SeatId; name: string }[]
  query: Printed
  problems: string[]
  pages: number
}

const SWITCHES = [
  { key: 'letters', name: 'letters' },
  { key: 'strings', name: 'strings' },
  { key: 'fingers', name: 'fingers' },
  { key: 'bows', name: 'bows' },
] as const

/** What stands on the paper, chosen above it; the bar itself is not printed. */
export function PrintBar({ id, title, seats, query: shown, problems, pages }: Props) {
  const router = useRouter()
  // A switch answers at once; the paper follows when it is engraved.
  const [query, setQuery] = useOptimistic(shown)
  const [pending, start] = useTransition()
  const go = (change: Partial<Printed>) => {
    const q = { ...query, ...change }
    const params = new URLSearchParams({
      seat: q.seat,
      paper: q.paper,
      letters: q.letters ? '1' : '0',
      strings: q.strings ? '1' : '0',
      fingers: q.fingers ? '1' : '0',
      bows: q.bows ? '1' : '0',
    })
    start(() => {
      setQuery(q)
      router.replace(`/pieces/${id}/print?${params}`, { scroll: false })
    })
  }
  return (
    <header className="print-bar sticky top-0 z-10 border-b border-rule bg-sheet px-3 py-1.5">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <BackLink />
        <p className="font-title text-lead">{title}</p>
        <StepsNav id={id} here="hand-out" />
        <Choice
          label="Seat"
          value={query.seat}
          options={seats.map((s) => [s.id, s.name] as const)}
          onChange={(seat: SeatId) => go({ seat })}
        />
        <fieldset className="flex items-center gap-3">
          <legend className="sr-only">Under the notes</legend>
          {SWITCHES.map((s) => (
            <label key={s.key} className="flex cursor-pointer items-center gap-1.5">
              <input type="checkbox" className="accent-rosin" checked={query[s.key]} onChange={(e) => go({ [s.key]: e.target.checked })} />
              {s.name}
            </label>
          ))}
        </fieldset>
        <label className="flex items-center gap-1.5">
          paper
          <Select value={query.paper} onChange={(e) => go({ paper: e.target.value === 'letter' ? 'letter' : 'a4' })}>
            <option value="a4">A4</option>
            <option value="letter">Letter</option>
          </Select>
        </label>
        <Button kind="filled" className="ml-auto" disabled={pending} onClick={() => window.print()}>
          <Printer size={17} aria-hidden /> Print{pages === 0 ? '' : ` ${count(pages, 'page')}`}
        </Button>
      </div>
      {problems.length > 0 && (
        <details className="mt-1 text-sm">
          <summary className="cursor-pointer font-semibold text-madder">
            {count(problems.length, 'place is', 'places are')} beyond the class for this seat
          </summary>
          <ul className="list-disc pl-6">
            {problems.map((p) => (
              <li key={p}>{p}</li>
            ))}
          </ul>
        </details>
      )}
    </header>
  )
}
