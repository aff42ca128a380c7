'use client'

import { capital } from '@/core/names'
import { beatSign, feltBeat, quartersIn } from '@/core/piece/headline'
import { Printer } from 'lucide-react'
import Link from 'next/link'
import { useId, useState } from 'react'
import { Outline } from '@/ui/kit/Outline'
import { useClassId } from '@/ui/kit/InClass'
import { piecePage } from '@/api/address'
import { buttonLook } from '@/ui/kit/Button'
import { COMPANION_NAMES, COMPANIONS, type Companion } from '@/core/plan/companion'
import { MOST_TIMES, TEMPO_BOUNDS } from '@/core/plan/settled'
import { sayServed } from '@/core/words/en/practice'
import { Select } from '@/ui/kit/Select'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { does, tempo, times } from './edits'
import { pickedIn, usePractise } from './usePractise'
import { aboutMinutes, sayMinutes } from '@/core/count'
import { DrillRecord } from './DrillRecord'
import { ShelveDrill } from './ShelveDrill'

/** Why the drill that is looked at is done, what every seat does in it, how often and how fast. */
export function DrillPanel() {
  const id = usePractise(pickedIn)
  const step = usePractise((p) => p.stock?.steps.find((s) => s.id === id))
  const music = usePractise((p) => p.music)
  return (
    <aside aria-label="The drill" className="h-full overflow-y-auto border-l border-rule bg-sheet px-4 py-3" tabIndex={0}>
      {step ? (
        <>
          <h2 className="font-title text-lg">Without notes</h2>
          <p className="mt-1">{sayMinutes(step.minutes)}, before or between drills.</p>
          {step.caution && <p className="mt-3 rounded-md bg-wash px-3 py-2 text-sm">{step.caution}</p>}
        </>
      ) : (
        (music && <OfDrill />) || <Outline says="Making the drill …" />
      )}
    </aside>
  )
}

function OfDrill() {
  const of = useClassId()
  const { info, choices, piece: music } = usePractise((p) => p.music)!
  const beat = feltBeat(music.meter)
  const quarters = quartersIn(beat)
  const settled = useDesk((d) => d.plan.warmup.choices[info.id])
  const seats = useSeats()
  const piece = useDesk((d) => d.id)
  const edit = useDesk((d) => d.edit)
  const served = seats.filter((s) => info.serves[s.id] > 0)
  return (
    <>
      <h2 className="font-title text-lg">Why</h2>
      <p className="mt-0.5">
        {info.purpose}{' '}
        {sayServed(
          served.map((s) => ({ name: s.name, times: info.serves[s.id] })),
          seats.length,
        )}
      </p>
      <h2 className="mt-4 font-title text-lg">Who does what</h2>
      <ul className="mt-1 grid gap-1.5">
        {seats.map((s) => {
          const now = info.companions[s.id]
          const can = choices[s.id] ?? []
          return (
            <li key={s.id} className="grid grid-cols-[76px_1fr] items-center gap-2">
              <span className="truncate">{s.name}</span>
              <Select
                size="small"
                aria-label={`${s.name} in this drill`}
                value={now ?? 'drill'}
                onChange={(e) => edit(does(info.id, s, e.target.value === 'drill' ? null : (e.target.value as Companion)))}
              >
                {(now === null || (settled?.companions?.[s.id] && !can.includes('octave'))) && (
                  <option value="drill">the drill itself</option>
                )}
                {COMPANIONS.filter((c) => can.includes(c)).map((c) => (
                  <option key={c} value={c}>
                    {COMPANION_NAMES[c]}
                  </option>
                ))}
              </Select>
            </li>
          )
        })}
      </ul>
      <h2 className="mt-4 font-title text-lg">How many times, how fast</h2>
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1.5">
        <Number label="times" value={info.times} least={1} most={MOST_TIMES} take={(n) => edit(times(info.id, n))} />
        <Number
          label={`${beatSign(beat)} a minute`}
          value={Math.round(info.tempo / quarters)}
          least={Math.ceil(TEMPO_BOUNDS.slowest / quarters)}
          most={Math.floor(TEMPO_BOUNDS.fastest / quarters)}
          take={(n) => edit(tempo(info.id, Math.round(n * quarters), `${beatSign(beat)} = ${n}`))}
        />
      </div>
      <p className="mt-1 text-fine text-soft">{capital(aboutMinutes(info.minutes))} with explaining.</p>
      {info.care && <p className="mt-4 rounded-md bg-wash px-3 py-2 text-sm">{info.care}</p>}
      <DrillRecord />
      <div className="mt-4 flex flex-wrap items-start gap-1.5">
        <ShelveDrill />
        <Link
          href={`${piecePage(of, piece, 'warm-up/print')}?${new URLSearchParams({ drill: info.id }).toString()}`}
          className={buttonLook()}
        >
          <Printer size={16} aria-hidden /> Print it
        </Link>
      </div>
    </>
  )
}

type NumberProps = { label: string; value: number; least: number; most: number; take: (n: number) => void }

/** A whole number that is typed or stepped. */
function Number({ label, value, least, most, take }: NumberProps) {
  const [typed, setTyped] = useState<string | null>(null)
  const id = useId()
  const done = () => {
    const n = Math.round(globalThis.Number(typed))
    if (typed !== null && typed.trim() !== '' && n >= least && n <= most && n !== value) take(n)
    setTyped(null)
  }
  return (
    <label htmlFor={id} className="flex items-center gap-1.5">
      <input
        id={id}
        type="number"
        min={least}
        max={most}
        value={typed ?? `${value}`}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={done}
        onKeyDown={(e) => e.key === 'Enter' && done()}
        className="w-16 rounded border border-rule bg-paper px-1.5 py-0.5 text-right tabular-nums"
      />
      {label}
    </label>
  )
}
