'use client'

import { useCalled } from '@/ui/kit/InClass'
import { TUNING } from '@/core/sounding/sounding'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import { USUAL_SEAT } from '@/ui/rehearse/rehearse'
import { useRehearsal, useRehearsalStore } from '@/ui/rehearse/useRehearsal'
import { useSeats } from '@/ui/session/DeskProvider'
import { rateField, ratePercent } from './numbers'

/** Which seats sound, and how loud each of them. */
export function WhoIsHeard() {
  const rehearsal = useRehearsalStore()
  const mix = useRehearsal((r) => r.seats)
  const alone = useRehearsal((r) => r.alone)
  const seats = useSeats()
  return (
    <fieldset>
      <legend className="panel-head">Who you hear</legend>
      <ul className="grid gap-1">
        {seats.map(({ id, name }) => {
          const { on, volume } = mix[id] ?? USUAL_SEAT
          return (
            <li key={id} className="grid grid-cols-[88px_1fr_auto] items-center gap-2">
              <label className="tick min-w-0">
                <input
                  type="checkbox"
                  className="accent-control"
                  checked={on}
                  disabled={alone !== null}
                  onChange={(e) => rehearsal.setSeat(id, { on: e.target.checked })}
                />
                <span className="truncate">{name}</span>
              </label>
              <input
                type="range"
                aria-label={`Volume of ${name}`}
                min={0}
                max={100}
                value={ratePercent(volume)}
                onChange={(e) => rehearsal.setSeat(id, { volume: e.target.valueAsNumber / 100 })}
                className="min-w-0 accent-control"
              />
              <Button
                size="small"
                kind={alone === id ? 'filled' : 'plain'}
                aria-pressed={alone === id}
                aria-label={`${name} alone`}
                onClick={() => rehearsal.setAlone(alone === id ? null : id)}
              >
                alone
              </Button>
            </li>
          )
        })}
      </ul>
    </fieldset>
  )
}

/** Click, count, loudness, and what A is. */
export function Sound() {
  const called = useCalled()
  const { setSound } = useRehearsalStore()
  const sound = useRehearsal((r) => r.sound)
  return (
    <fieldset className="grid gap-1.5">
      <legend className="panel-head">Click, count-in and volume</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        <label className="tick">
          <input type="checkbox" className="accent-control" checked={sound.click} onChange={(e) => setSound({ click: e.target.checked })} />
          Click
        </label>
        <label className="tick">
          <input type="checkbox" className="accent-control" checked={sound.parts} onChange={(e) => setSound({ parts: e.target.checked })} />
          in eighths
        </label>
      </div>
      <label className="flex items-center gap-1.5">
        Count-in
        <Select size="small" value={sound.introduction} onChange={(e) => setSound({ introduction: Number(e.target.value) })}>
          {[0, 1, 2, 4].map((n) => (
            <option key={n} value={n}>
              {n === 0 ? 'none' : called(n === 1 ? '1 measure' : `${n} measures`)}
            </option>
          ))}
        </Select>
      </label>
      <label className="grid grid-cols-[88px_1fr] items-center gap-2">
        Volume
        <input
          type="range"
          min={0}
          max={100}
          value={ratePercent(sound.level)}
          onChange={(e) => setSound({ level: e.target.valueAsNumber / 100 })}
          className="accent-control"
        />
      </label>
      <p className="text-fine text-soft">Keep it just loud enough to play along. If your ears ring, it was too loud.</p>
      <label className="flex items-center gap-1.5">
        A =
        <input
          type="number"
          min={TUNING.lowest}
          max={TUNING.highest}
          value={sound.a4}
          onChange={(e) => {
            const x = e.target.valueAsNumber
            if (x >= TUNING.lowest && x <= TUNING.highest) setSound({ a4: x })
          }}
          className={`${rateField} w-16`}
        />
        Hz
      </label>
    </fieldset>
  )
}
