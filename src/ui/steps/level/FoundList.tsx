'use client'

import { Fragment, useMemo, useState } from 'react'
import { sayKey } from '@/core/music/noteName'
import { profileOf, sayProfileChanges } from '@/core/balance/profile'
import type { Scored } from '@/core/balance/search'
import { mapsOf, type Ensemble } from '@/core/balance/ensemble'
import { count } from '@/core/count'
import { capital } from '@/core/names'
import type { EverySeat, Seat } from '@/core/seats/seat'
import { sayEven, sayEvenThan, sayWork } from '@/core/words/en/amounts'
import { sayMove, sayOctaves, sayReplaced, sayWorth } from '@/core/balance/saySetting'
import { useDesk, useDeskStore, useSeats } from '@/ui/session/DeskProvider'
import { OUT_OF_RANGE, settingTaken } from '@/ui/session/taken'
import { Button } from '@/ui/kit/Button'
import { decisionsOf, sayAnswer } from '@/ui/ways/words'
import { deciding } from '@/core/balance/setting'
import { percent, points, sayPoints, useLoads } from '@/ui/session/useLoads'

const idOf = (f: Scored) =>
  `${f.setting.fifths} ${f.setting.school} ${f.setting.fourth} ${Object.values(f.setting.octaves).join()} ${f.replaced}`

/** A setting that was taken, and how the class stood before it. */
export type TakenSetting = { readonly name: string; readonly even: number; readonly total: number }

/** "2 new things", "nothing new", "3 out of reach": what there is to teach, first of all. */
const sayNews = (news: number, out: number): string =>
  [...(out > 0 ? [`${out} out of reach`] : []), news === 0 ? 'nothing new' : count(news, 'new thing')].join(', ')

/** The settings that were found, best first, each with three facts; opened, what each changes for whom. */
export function FoundList({ found: all, onTaken }: { found: readonly Scored[]; onTaken: (taken: TakenSetting) => void }) {
  const key = useDesk((d) => d.piece.key)
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const store = useDeskStore()
  const seats = useSeats()
  const { evenness } = useLoads()
  const [open, setOpen] = useState<string | null>(null)
  const octaves = Object.fromEntries(mapsOf(ensemble).map((m) => [m.seat.id, m.octave]))
  // The class as it stands is the first row, and not found once more.
  const talk = useDesk((d) => d.klass.talk)
  const found = all.filter((f) => !isNow(f, key.fifths, octaves, seats, ensemble))
  const present = useMemo(() => {
    const profiles = mapsOf(ensemble).map((m) => profileOf(piece, m))
    const sum = (of: (p: (typeof profiles)[number]) => number) => profiles.reduce((n, p) => n + of(p), 0)
    return { news: sum((p) => p.news.length), out: sum((p) => p.out) }
  }, [piece, ensemble])
  const take = (f: Scored, name: string) => {
    const { plan, klass, edit } = store.getState()
    edit(settingTaken({ piece, plan }, klass, seats, f.setting), OUT_OF_RANGE)
    onTaken({ name, even: evenness.figure, total: evenness.total })
  }
  return (
    <div className="mt-1.5 overflow-x-auto">
      <table className="w-full text-sm tabular-nums">
        <caption className="sr-only">Keys and octaves found, best first</caption>
        <thead className="sr-only">
          <tr>
            {['Key', 'Octaves', 'To teach', 'Even', 'How hard', 'Use it'].map((name) => (
              <th key={name} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr className="text-soft">
            <th scope="row" className="py-1 text-left font-normal">
              {sayKey(talk.names, key)}, as now
            </th>
            <td>as they are</td>
            <td className={present.out ? 'font-semibold text-madder' : ''}>{sayNews(present.news, present.out)}</td>
            <td className="text-right whitespace-nowrap">{sayEven(evenness.figure)}</td>
            <td />
            <td />
          </tr>
          {found.map((f) => {
            const id = idOf(f)
            const name = sayKey(talk.names, { ...key, fifths: f.setting.fifths })
            const replaced = sayReplaced(seats, f.setting)
            const where = [sayMove(key.fifths, f.setting.fifths) ?? 'as written', replaced].filter((x) => x !== null).join(', ')
            return (
              <Fragment key={id}>
                <tr className={`border-t border-rule ${id === open ? 'bg-wash/40' : ''}`}>
                  <th scope="row" className="py-0.5 pr-3 text-left font-normal">
                    <button
                      type="button"
                      aria-expanded={id === open}
                      onClick={() => setOpen(id === open ? null : id)}
                      className="font-semibold underline decoration-rule underline-offset-2 hover:decoration-ink"
                    >
                      {name}
                    </button>{' '}
                    <span className="text-fine text-soft">{where}</span>
                  </th>
                  <td className="pr-3">{sayOctaves(seats, octaves, f.setting.octaves) ?? 'as they are'}</td>
                  <td className={`pr-3 ${f.out ? 'font-semibold text-madder' : ''}`}>{sayNews(f.news, f.out)}</td>
                  <td className="pr-3 text-right whitespace-nowrap">{sayEvenThan(evenness.figure, f.evenness)}</td>
                  <td className="pr-3 text-right whitespace-nowrap">{sayWork(evenness.total, f.total)}</td>
                  <td className="w-[74px] py-0.5 text-right">
                    <Button size="small" aria-label={`Use ${name}${replaced ? ` ${replaced}` : ''}`} onClick={() => take(f, name)}>
                      Use it
                    </Button>
                  </td>
                </tr>
                {id === open && (
                  <tr className="bg-wash/40">
                    <td colSpan={6} className="pb-1.5 pl-3">
                      <p className="mb-0.5">
                        {capital(sayWorth(talk, f, seats))}.{' '}
                        <span className="text-soft">
                          In figures: {percent(f.evenness)} even (now {percent(evenness.figure)}), {sayPoints(f.total)} (now{' '}
                          {points(evenness.total)}).
                        </span>
                      </p>
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
  (['school', 'fourth'] as const).every((d) => deciding(seats, d).every((s) => ensemble[s.id].setup.policy[d] === setting[d]))

function Changes({ scored }: { scored: Scored }) {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const { evenness } = useLoads()
  const seats = useSeats()
  const now = useMemo(() => mapsOf(ensemble).map((m) => profileOf(piece, m)), [piece, ensemble])
  const said = seats.map(({ id, name }, i) => ({ id, name, changes: sayProfileChanges(now[i], scored.profiles[id]) }))
  const { setting } = scored
  const asNow = (decision: 'school' | 'fourth') =>
    deciding(seats, decision).every((s) => ensemble[s.id].setup.policy[decision] === setting[decision])
  const ways = decisionsOf(seats).filter((d) => (d.key === 'school' || d.key === 'fourth') && !asNow(d.key))
  return (
    <dl className="leading-snug">
      {said.map(({ id, name, changes }) => (
        <div key={id} className="grid grid-cols-[56px_132px_1fr] gap-x-2">
          <dt className="font-semibold">{name}</dt>
          <dd className="text-soft">{sayWork(evenness.bySeat[id], scored.bySeat[id])}</dd>
          <dd>{changes.join(', ') || 'nothing else changes'}</dd>
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
