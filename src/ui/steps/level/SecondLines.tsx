'use client'

import { sayWork } from '@/core/words/en/amounts'
import { Music2 } from 'lucide-react'
import { useState } from 'react'
import { SECOND_NAMES } from '@/core/composing/second'
import type { SecondOffer, SecondOffers } from '@/core/composing/offers'
import { inSentence } from '@/core/names'
import { shortOf } from '@/core/piece/address'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import { useDesk, useDeskStore, useSeats } from '@/ui/session/DeskProvider'
import { secondTaken } from '@/ui/session/taken'
import { findSeconds } from './weigher'

type Found = { readonly piece: unknown; readonly plan: unknown; readonly seat: string; readonly made: SecondOffers | 'failed' }

/** A line that fits the tune, for a seat that is not yet there: what there is, how much each asks for; a click takes it, undo gives it back. */
export function SecondLines() {
  const store = useDeskStore()
  const seats = useSeats()
  const piece = useDesk((d) => d.piece)
  const plan = useDesk((d) => d.plan)
  const edit = useDesk((d) => d.edit)
  const picked = useDesk((d) => d.seat)
  const [chosen, setChosen] = useState<string | null>(null)
  const [found, setFound] = useState<Found | null>(null)
  const [busy, setBusy] = useState(false)
  const [full, setFull] = useState(false)
  const seat = seats.find((s) => s.id === (chosen ?? picked)) ?? seats[0]
  // What was made before a change, or for another seat, does not speak of this one.
  const made = found?.piece === piece && found.plan === plan && found.seat === seat.id ? found.made : null
  const ask = () => {
    const now = store.getState()
    setBusy(true)
    setFull(false)
    findSeconds({ piece: now.piece, plan: now.plan, klass: now.klass }, seat.id)
      .then((m) => setFound({ piece: now.piece, plan: now.plan, seat: seat.id, made: m }))
      .catch(() => setFound({ piece: now.piece, plan: now.plan, seat: seat.id, made: 'failed' }))
      .finally(() => setBusy(false))
  }
  const take = (offer: SecondOffer) => {
    const now = store.getState()
    const taken = secondTaken(now, now.klass, seat, offer)
    if (taken) edit(taken)
    else setFull(true)
  }
  return (
    <section aria-labelledby="second-line" className="mt-4 border-t border-rule pt-3">
      <h2 id="second-line" className="font-title text-lg">
        A second line
      </h2>
      <p className="mb-2 max-w-prose text-soft">
        For a seat that can’t play the whole tune yet: a part that fits, using only what it has learned, in first position.
      </p>
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-1.5">
          for
          <Select aria-label="Second line for" value={seat.id} onChange={(e) => setChosen(e.target.value)}>
            {seats.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </Select>
        </label>
        <Button onClick={ask} disabled={busy}>
          <Music2 size={16} aria-hidden /> {busy ? 'Making lines …' : 'Make lines'}
        </Button>
      </div>
      {made === 'failed' && (
        <p role="alert" className="mt-2 text-madder">
          We couldn’t make lines. Reload the page and try again.
        </p>
      )}
      {full && (
        <p role="alert" className="mt-2 text-madder">
          This piece already has as many lines as it can hold.
        </p>
      )}
      {made && made !== 'failed' && <Offers made={made} name={seat.name} take={take} />}
    </section>
  )
}

function Offers({ made, name, take }: { made: SecondOffers; name: string; take: (offer: SecondOffer) => void }) {
  const line = useDesk((d) => d.piece.lines[0])
  if (made.offers.length === 0)
    return (
      <p role="status" className="mt-2">
        Nothing fits for the {inSentence(name)} yet. It hasn’t learned notes that go with this tune.
      </p>
    )
  return (
    <>
      <ul>
        {made.offers.map((o) => (
          <li key={o.kind} className="flex items-start gap-3 border-t border-rule py-1.5">
            <Button size="small" aria-label={`Use ${SECOND_NAMES[o.kind]} for the ${inSentence(name)}`} onClick={() => take(o)}>
              Use it
            </Button>
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{SECOND_NAMES[o.kind][0].toUpperCase() + SECOND_NAMES[o.kind].slice(1)}</span>{' '}
              <span className="text-soft">{o.says}</span>
            </span>
            <span className="text-soft">{sayWork(made.now, o.load)}</span>
          </li>
        ))}
      </ul>
      <details className="mt-1">
        <summary className="cursor-pointer text-sm text-link underline underline-offset-2">The chords of the tune</summary>
        <ul className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
          {made.chords.map((c, i) => (
            <li key={i}>
              <span className="text-fine text-soft">{shortOf(line, i)}</span> {c || '–'}
            </li>
          ))}
        </ul>
      </details>
    </>
  )
}
