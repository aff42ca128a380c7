'use client'

import Link from 'next/link'
import { useState } from 'react'
import { pieceApi, piecePage } from '@/api/address'
import { bridgeReply, type BridgeReply } from '@/api/term'
import { inSentence, sayList } from '@/core/names'
import type { SeatRow } from '@/core/seats/seat'
import { answer, Trouble } from '@/ui/kit/answer'
import { aboutMinutes, plural, sayMinutes } from '@/core/count'
import { capital } from '@/core/names'

type Props = { of: string; piece: string; title: string; seats: readonly SeatRow[] }

/** Which drills lead to what is new in a piece; worked out when it is asked for. */
export function Bridge({ of, piece, title, seats }: Props) {
  const [found, setFound] = useState<BridgeReply | null>(null)
  const look = (isOpen: boolean) => {
    if (!isOpen || found?.ok) return
    answer(bridgeReply, pieceApi(of, piece, '/bridge')).then(setFound, (e: unknown) =>
      setFound({ ok: false, problem: e instanceof Trouble ? e.message : 'Something went wrong. Reload the page.' }),
    )
  }
  const nameOf = (id: string) => inSentence(seats.find((s) => s.id === id)?.name ?? id)
  return (
    <details className="mt-1 text-sm" onToggle={(e) => look(e.currentTarget.open)}>
      <summary className="cursor-pointer text-soft">
        Drills that lead up to it<span className="sr-only"> in {title}</span>
      </summary>
      {!found ? (
        <p role="status">working it out …</p>
      ) : !found.ok ? (
        <p className="text-madder">{found.problem}</p>
      ) : found.drills.length === 0 ? (
        <p>No drill of this piece helps with what’s new. Teach it on its own first.</p>
      ) : (
        <>
          <ul className="list-disc pl-5">
            {found.drills.map((d) => (
              <li key={d.id}>
                {d.title}, {sayMinutes(d.minutes)}
                {d.seats.length > 0 && `: for ${sayList(d.seats.map(nameOf))}`}
              </li>
            ))}
          </ul>
          <p>
            {capital(aboutMinutes(found.minutes))} in all. They help at {found.eased === found.places ? 'all' : `${found.eased} of the`}{' '}
            {found.places} {plural(found.places, 'place')} where something is new.{' '}
            <Link href={piecePage(of, piece, 'warm-up')} className="underline">
              See its drills
            </Link>
          </p>
        </>
      )}
    </details>
  )
}
