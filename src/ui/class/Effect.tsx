'use client'

import Link from 'next/link'
import { useDeferredValue, useMemo, useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { classPage, piecePage } from '@/api/address'
import { sayMeasure } from '@/core/piece/address'
import { shiftsIn } from '@/core/fingering/moves'
import type { SeatMap } from '@/core/fingering/map'
import { seatsOf } from '@/core/seats/seat'
import type { Piece } from '@/core/piece/piece'
import type { ClassSettings } from '@/core/plan/class'
import { ensembleMapper, mapsOf } from '@/core/balance/ensemble'
import type { Plan } from '@/core/plan/plan'
import { count } from '@/core/count'
import { sayProblem } from '@/core/words/en/fingering'
import { sayNewPlaces } from '@/core/tapes/needed'

/** A piece of the shelf, as far as the class page maps it. */
export type ShelfPiece = { readonly id: string; readonly piece: Piece; readonly plan: Plan }

type Figure = { readonly fresh: number; readonly shifts: number; readonly first: string | null }

/** What the settings do to the pieces of the shelf, counted at once. */
export function Effect({ pieces, settings }: { pieces: readonly ShelfPiece[]; settings: ClassSettings }) {
  const of = useClassId()
  const shown = useDeferredValue(settings)
  // One mapper a piece: a seat that a change does not touch is not solved again.
  const [mappers] = useState(() => new Map(pieces.map((p) => [p.id, ensembleMapper()])))
  const rows = useMemo(
    () =>
      pieces.map(({ id, piece, plan }) => {
        const ensemble = mappers.get(id)!(piece, plan, shown)
        const figure = (map: SeatMap): Figure => {
          const trouble = map.problems.filter((p) => p.mark !== 'pin')
          return {
            fresh: trouble.length,
            shifts: shiftsIn(map),
            first: trouble[0]
              ? `${sayMeasure(map.line, trouble[0].placed.at.index)}: ${sayProblem({ talk: shown.talk, instrument: map.instrument }, trouble[0])}`
              : null,
          }
        }
        const places = sayNewPlaces(mapsOf(ensemble))
        return {
          id,
          title: piece.title,
          places,
          figures: mapsOf(ensemble).map((m) => ({ seat: m.seat.name, key: m.seat.id, ...figure(m) })),
        }
      }),
    [pieces, mappers, shown],
  )
  const firsts = rows.flatMap((r) => r.figures.filter((f) => f.first).map((f) => ({ ...f, title: r.title })))
  return (
    <>
      <div className="relative overflow-x-auto">
        <table className="w-full border-collapse text-left text-sm">
          <caption className="pb-1 text-left text-fine leading-snug text-soft">
            For each seat: notes not learned yet or out of reach, and shifts.
          </caption>
          <thead>
            <tr className="border-b border-rule">
              <td />
              {seatsOf(shown).map((s) => (
                <th key={s.id} scope="col" className="w-12 py-1 text-center font-semibold">
                  {s.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.id} className="border-b border-rule align-top">
                <th scope="row" className="py-1 pr-1 leading-tight font-normal">
                  <Link href={piecePage(of, r.id)} className="hover:underline">
                    {r.title}
                  </Link>
                </th>
                {r.figures.map((f) => (
                  <td key={f.key} className="py-1 text-center leading-tight tabular-nums" title={f.first ?? undefined}>
                    {f.fresh === 0 ? (
                      <span className="text-spruce">fits</span>
                    ) : (
                      <span className="font-semibold text-madder">{f.fresh} new</span>
                    )}
                    {f.shifts > 0 && <span className="block text-tiny text-soft">{count(f.shifts, 'shift')}</span>}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {firsts[0] && (
        <p className="mt-2 text-sm leading-snug">
          {firsts[0].seat}, {firsts[0].title}, {firsts[0].first}
        </p>
      )}
      {rows.some((r) => r.places) && (
        <div className="mt-3 text-sm leading-snug">
          <h3 className="panel-head">Finger places for the first time</h3>
          <ul className="mt-1 grid gap-1">
            {rows
              .filter((r) => r.places)
              .map((r) => (
                <li key={r.id}>
                  <span className="font-semibold">{r.title}</span>: {r.places}
                </li>
              ))}
          </ul>
          <p className="mt-1 text-fine text-soft">
            Measured from the nut on the usual size. For other sizes see{' '}
            <Link href={classPage(of, 'tapes')} className="underline underline-offset-2">
              Tapes
            </Link>
            .
          </p>
        </div>
      )}
      {rows.length === 0 && <p className="text-soft">No pieces yet. Bring one, and you see here what it asks of each seat.</p>}
    </>
  )
}
