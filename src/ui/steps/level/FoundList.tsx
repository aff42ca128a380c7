'use client'

import { Fragment, useMemo, useState } from 'react'
import { keyName } from '@/core/music/key'
import { profileOf, sayChanges } from '@/core/seats/profile'
import type { Scored } from '@/core/seats/search'
import { mapsOf, type Ensemble } from '@/core/seats/ensemble'
import { capital } from '@/core/names'
import type { EverySeat, Seat } from '@/core/seats/seat'
import { sayMove, sayOctaves, sayReplaced, sayWorth } from '@/core/seats/saySetting'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { Button } from '@/ui/kit/Button'
import { decisionsOf, sayAnswer } from '@/ui/ways/words'
import { deciding } from '@/core/seats/setting'
import { percent, points, sayPoints, useLoads } from '@/ui/session/useLoads'

const idOf = (f: Scored) =>
  `${f.setting.fifths} ${f.setting.school} ${f.setting.fourth} ${Object.values(f.setting.octaves).join()} ${f.replaced}`

/** The settings that were found, best first; opened, what each changes for whom. */
export function FoundList({ found: all }: { found: readonly Scored[] }) {
  const key = useDesk((d) => d.piece.key)
  const ensemble = useDesk((d) => d.ensemble)
  const apply = useDesk((d) => d.applySetting)
  const seats = useSeats()
  const { evenness } = useLoads()
  const [chosen, setChosen] = useState<string | null>(null)
  const octaves = Object.fromEntries(mapsOf(ensemble).map((m) => [m.seat.id, m.octave]))
  // The class as it stands is the first row, and not found once more.
  const found = all.filter((f) => !isNow(f, key.fifths, octaves, seats, ensemble))
  const open = chosen ?? (found[0] ? idOf(found[0]) : null)
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-sm tabular-nums">
        <caption className="sr-only">Settings found, best first</caption>
        <thead>
          <tr className="text-left text-soft">
            {['Key', 'Octaves', 'Even', 'Points', 'New things', 'Out'].map((name, i) => (
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
              {keyName(key)}, as now
            </th>
            <td>as they are</td>
            <td className="text-right">{percent(evenness.figure)}</td>
            <td className="text-right">{points(evenness.total)}</td>
            <Present />
            <td />
          </tr>
          {found.map((f) => {
            const id = idOf(f)
            const name = keyName({ ...key, fifths: f.setting.fifths })
            const replaced = sayReplaced(seats, f.setting)
            const where = [sayMove(key.fifths, f.setting.fifths) ?? 'as written', replaced].filter((x) => x !== null).join(', ')
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
                    <span className="block text-fine font-normal text-soft">{where}</span>
                  </th>
                  <td>{sayOctaves(seats, octaves, f.setting.octaves) ?? 'as they are'}</td>
                  <td className="text-right">{percent(f.evenness)}</td>
                  <td className="text-right">{points(f.total)}</td>
                  <td className="text-right">{f.news}</td>
                  <td className={`text-right ${f.out ? 'font-semibold text-madder' : ''}`}>{f.out}</td>
                  <td className="w-[74px] py-0.5 text-right">
                    <Button size="small" aria-label={`Take ${name}${replaced ? ` ${replaced}` : ''}`} onClick={() => apply(f.setting)}>
                      Take it
                    </Button>
                  </td>
                </tr>
                {id === open && (
                  <tr className="bg-wash/40">
                    <td colSpan={7} className="pb-1.5 pl-3">
                      <p className="mb-0.5">{capital(sayWorth(f, seats))}.</p>
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

/** Different new things, and notes out of reach, of the class as it stands: counted as the search counts them. */
function Present() {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const profiles = mapsOf(ensemble).map((m) => profileOf(piece, m))
  return (
    <>
      <td className="text-right">{profiles.reduce((n, p) => n + p.news.length, 0)}</td>
      <td className="text-right">{profiles.reduce((n, p) => n + p.out, 0)}</td>
    </>
  )
}

/** Whether a setting that was found is the class as it stands. */
const isNow = (
  { setting, replaced }: Scored,
  fifths: number,
  octaves: EverySeat<number>,
  seats: readonly Seat[],
  ensemble: Ensemble,
): boolean =>
  replaced === 0 &&
  setting.fifths === fifths &&
  seats.every(({ id }) => setting.octaves[id] === octaves[id]) &&
  (['school', 'fourth'] as const).every((d) => deciding(seats, d).every((s) => ensemble[s.id].solution.setup.policy[d] === setting[d]))

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
