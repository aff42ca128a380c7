'use client'

import { useCalled } from '@/ui/kit/InClass'
import { sayEvenThan, sayWork } from '@/core/words/en/amounts'
import { capital } from '@/core/names'
import { count } from '@/core/count'
import { LifeBuoy } from 'lucide-react'
import { useState } from 'react'
import { sayMeasure } from '@/core/piece/address'
import type { SeatId } from '@/core/seats/seat'
import type { Rescue } from '@/core/balance/rescue'
import { useDesk, useDeskStore, useSeats } from '@/ui/session/DeskProvider'
import { rescued } from '@/ui/session/taken'
import { Button } from '@/ui/kit/Button'
import { findRescues } from './weigher'

/** How many are shown before "more"; the last of them all, silence, always is. */
const SHOWN = 6

type Found = { readonly plan: unknown; readonly index: number; readonly seat: SeatId; readonly rescues: readonly Rescue[] | 'failed' }

/** What could make the picked measure easier for this seat, weighed when it is asked for; a click takes it, undo gives it back. */
export function Rescues({ seat, index }: { seat: SeatId; index: number }) {
  const called = useCalled()
  const store = useDeskStore()
  const plan = useDesk((d) => d.plan)
  const edit = useDesk((d) => d.edit)
  const seats = useSeats()
  const where = useDesk((d) => sayMeasure(d.ensemble[seat].line, index))
  const [found, setFound] = useState<Found | null>(null)
  const [busy, setBusy] = useState(false)
  const [all, setAll] = useState(false)
  // What was weighed for another measure or before a change says nothing about this one.
  const mine = found && found.plan === plan && found.index === index && found.seat === seat ? found.rescues : null
  const ask = () => {
    const { piece, plan: now, klass } = store.getState()
    setBusy(true)
    findRescues({ piece, plan: now, klass }, seat, index)
      .then((rescues) => setFound({ plan: now, index, seat, rescues }))
      .catch(() => setFound({ plan: now, index, seat, rescues: 'failed' }))
      .finally(() => setBusy(false))
  }
  if (mine === 'failed') return <p className="mt-2 text-sm text-madder">We couldn’t work it out. Reload the page and try again.</p>
  if (!mine)
    return (
      <Button size="small" className="mt-2" onClick={ask} disabled={busy}>
        <LifeBuoy size={14} aria-hidden /> {busy ? 'Working it out …' : 'What would be easier?'}
      </Button>
    )
  return (
    <div className="mt-2">
      <h3 className="text-sm font-semibold">Easier, for this seat</h3>
      {mine.length === 0 && <p className="text-sm text-soft">{called('Nothing makes this measure easier.')}</p>}
      <ul>
        {(all ? mine : mine.filter((_, i) => i < SHOWN || i === mine.length - 1)).map((r) => (
          <li key={r.name} className="border-t border-rule py-1 leading-snug">
            <Button
              size="small"
              onClick={() =>
                edit(
                  rescued(
                    seats.find((s) => s.id === seat)!,
                    where,
                    r.name,
                    r.change,
                  ),
                )
              }
            >
              {r.name}
            </Button>
            <span className="block text-fine text-soft">{capital(r.why)}.</span>
            <span className="block text-fine tabular-nums">
              {capital(sayWork(r.load.before, r.load.after))} for this seat, {sayEvenThan(r.evenness.before, r.evenness.after)} for the
              class
              {r.troubles > 0 && `. ${count(r.troubles, 'note')} still not learned yet or out of reach`}.
            </span>
          </li>
        ))}
      </ul>
      {mine.length > SHOWN + 1 && (
        <button type="button" className="text-sm text-link underline" onClick={() => setAll(!all)}>
          {all ? 'fewer' : `${mine.length - SHOWN - 1} more`}
        </button>
      )}
    </div>
  )
}
