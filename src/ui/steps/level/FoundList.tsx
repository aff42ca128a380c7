'use client'

import { Fragment, useMemo, useState } from 'react'
import { keyName } from '@/core/music/key'
import { profileOf, sayChanges } from '@/core/seats/profile'
import type { Scored } from '@/core/seats/search'
import { mapsOf, type Ensemble } from '@/core/seats/ensemble'
import { inSentence } from '@/core/names'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { Button } from '@/ui/kit/Button'
import { decisionsOf, sayAnswer } from '@/ui/ways/words'
import { deciding } from '@/core/seats/setting'
import { percent, points, sayPoints, useLoads } from '@/ui/session/useLoads'

/** "viola an octave lower": what a setting moves against the class as it stands. */
function sayOctaves(scored: Scored, ensemble: Ensemble): string {
  const maps = mapsOf(ensemble)
  const moved = maps.flatMap(({ seat, octave }) => {
    const by = scored.setting.octaves[seat.id] - octave
    return by === 0 ? [] : [{ seat: inSentence(seat.name), where: by < 0 ? 'lower' : 'higher' }]
  })
  if (moved.length === maps.length && new Set(moved.map((m) => m.where)).size === 1) return `all an octave ${moved[0].where}`
  return moved.map((m) => `${m.seat} ${m.where}`).join(', ') || 'as now'
}

const idOf = (f: Scored) => `${f.setting.fifths} ${f.setting.school} ${f.setting.fourth} ${Object.values(f.setting.octaves).join()}`

/** The settings that were found, best first; opened, what each changes for whom. */
export function FoundList({ found }: { found: readonly Scored[] }) {
  const mode = useDesk((d) => d.piece.key.mode)
  const ensemble = useDesk((d) => d.ensemble)
  const apply = useDesk((d) => d.applySetting)
  const { evenness } = useLoads()
  const [chosen, setChosen] = useState<string | null>(null)
  const open = chosen ?? (found[0] ? idOf(found[0]) : null)
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-sm tabular-nums">
        <caption className="sr-only">Settings found, best first</caption>
        <thead>
          <tr className="text-left text-soft">
            {['Key', 'Octaves', 'Even', 'Points', 'New', 'Out'].map((name, i) => (
              <th key={name} scope="col" className={`font-normal ${i > 1 ? 'text-right' : ''}`}>
                {name}
              </th>
            ))}
            <th scope="col">
              <span className="sr-only">Take it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr className="border-t border-rule text-soft">
            <th scope="row" className="text-left font-normal">
              As now
            </th>
            <td>–</td>
            <td className="text-right">{percent(evenness.figure)}</td>
            <td className="text-right">{points(evenness.total)}</td>
            <Present />
            <td />
          </tr>
          {found.map((f) => {
            const id = idOf(f)
            const name = keyName({ fifths: f.setting.fifths, mode })
            return (
              <Fragment key={id}>
                <tr className={`border-t border-rule ${id === open ? 'bg-wash/40' : ''}`}>
                  <th scope="row" className="text-left font-semibold">
                    <button
                      type="button"
                      aria-expanded={id === open}
                      onClick={() => setChosen(id)}
                      className="py-0.5 underline-offset-2 hover:underline"
                    >
                      {name}
                    </button>
                  </th>
                  <td>{sayOctaves(f, ensemble)}</td>
                  <td className="text-right">{percent(f.evenness)}</td>
                  <td className="text-right">{points(f.total)}</td>
                  <td className="text-right">{f.fresh}</td>
                  <td className={`text-right ${f.out ? 'font-semibold text-madder' : ''}`}>{f.out}</td>
                  <td className="w-[74px] py-0.5 text-right">
                    <Button size="small" aria-label={`Take ${name}`} onClick={() => apply(f.setting)}>
                      Take it
                    </Button>
                  </td>
                </tr>
                {id === open && (
                  <tr className="bg-wash/40">
                    <td colSpan={7} className="pb-1.5 pl-3">
                      <Changes scored={f} />
                    </td>
                  </tr>
                )}
              </Fragment>
            )
          })}
        </tbody>
      </table>
    </div>
  )
}

/** Places with something new, and notes out of reach, of the class as it stands. */
function Present() {
  const ensemble = useDesk((d) => d.ensemble)
  const count = (...marks: string[]) => mapsOf(ensemble).reduce((n, m) => n + m.problems.filter((p) => marks.includes(p.mark)).length, 0)
  return (
    <>
      <td className="text-right">{count('new')}</td>
      <td className="text-right">{count('out', 'divide')}</td>
    </>
  )
}

function Changes({ scored }: { scored: Scored }) {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const { evenness } = useLoads()
  const seats = useSeats()
  const now = useMemo(() => mapsOf(ensemble).map((m) => profileOf(piece, m)), [piece, ensemble])
  const said = seats.map(({ id, name }, i) => ({ id, name, changes: sayChanges(now[i], scored.profiles[id]) }))
  const { setting } = scored
  const asNow = (decision: 'school' | 'fourth') =>
    deciding(seats, decision).every((s) => ensemble[s.id].solution.setup.policy[decision] === setting[decision])
  const ways = decisionsOf(seats).filter((d) => (d.key === 'school' || d.key === 'fourth') && !asNow(d.key))
  return (
    <dl className="leading-snug">
      {said.map(({ id, name, changes }) => (
        <div key={id} className="grid grid-cols-[56px_132px_1fr] gap-x-2">
          <dt className="font-semibold">{name}</dt>
          <dd className="text-soft">
            {sayPoints(scored.bySeat[id])} (now {points(evenness.bySeat[id])})
          </dd>
          <dd>{changes.join('; ') || 'as it is'}</dd>
        </div>
      ))}
      {ways.map((d) => (
        <p key={d.key} className="mt-0.5 text-soft">
          {d.title}: {sayAnswer(d, setting[d.key as 'school' | 'fourth'])}.
        </p>
      ))}
    </dl>
  )
}
