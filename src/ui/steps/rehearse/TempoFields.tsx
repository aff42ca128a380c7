'use client'

import { feltBeat, meterIn, quartersIn, sayBeatTempo } from '@/core/piece/headline'
import { useId, useRef, useState } from 'react'
import { tempoIn } from '@/core/performance/tempo'
import { tapped, tempoTapped, USUAL_LADDER } from '@/core/sounding/ladder'
import { RATES } from '@/core/plan/run'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import { useRehearsal, useRehearsalStore } from '@/ui/rehearse/useRehearsal'
import { useDesk } from '@/ui/session/DeskProvider'
import { rateField, ratePercent } from './numbers'

/** How fast: by share, by number, tapped, or by the rungs of the ladder. */
export function Tempo() {
  const { setRate, takeUp } = useRehearsalStore()
  const rate = useRehearsal((r) => (r.ladder ? r.rung.rate : r.rate))
  const ladder = useRehearsal((r) => r.ladder)
  const written = useDesk((d) => tempoIn(d.piece, 0))
  const beat = useDesk((d) => feltBeat(meterIn(d.piece, 0)))
  const [taps, setTaps] = useState<readonly number[]>([])
  const soon = useRef<ReturnType<typeof setTimeout>>(undefined)
  const id = useId()
  const set = (to: number) => {
    setRate(to)
    clearTimeout(soon.current)
    soon.current = setTimeout(takeUp, 350)
  }
  const tap = () => {
    const next = tapped(taps, performance.now() / 1000)
    setTaps(next)
    const found = tempoTapped(next)
    if (found) set((found * quartersIn(beat)) / written)
  }
  return (
    <fieldset disabled={ladder !== null}>
      <legend className="panel-head">Tempo</legend>
      <div className="flex items-center gap-2">
        <input
          id={id}
          type="range"
          aria-label="Tempo, in percent of the written tempo"
          min={ratePercent(RATES.least)}
          max={ratePercent(RATES.most)}
          step={5}
          value={ratePercent(rate)}
          onChange={(e) => set(e.target.valueAsNumber / 100)}
          className="min-w-0 flex-1 accent-control"
        />
        <Button size="small" onClick={tap}>
          Tap
        </Button>
      </div>
      <p className="text-fine text-soft">
        {ratePercent(rate)} %, {sayBeatTempo(beat, written * rate)}
        {ladder ? '. The ladder sets it.' : ''}
      </p>
    </fieldset>
  )
}

/** Whether it comes again, and by which ladder it gets quicker. */
export function Again() {
  const rehearsal = useRehearsalStore()
  const loop = useRehearsal((r) => r.loop)
  const ladder = useRehearsal((r) => r.ladder)
  const rung = useRehearsal((r) => r.rung)
  const sound = useRehearsal((r) => r.sound)
  const change = (by: Partial<typeof USUAL_LADDER>) => rehearsal.setLadder({ ...(ladder ?? USUAL_LADDER), ...by })
  return (
    <fieldset className="grid gap-1.5">
      <legend className="panel-head">Again and again</legend>
      <label className="tick">
        <input
          type="checkbox"
          className="accent-control"
          checked={loop}
          disabled={ladder !== null}
          onChange={(e) => rehearsal.setState({ loop: e.target.checked })}
        />
        Loop, with{' '}
        <Select
          size="small"
          aria-label="Beats between repeats"
          value={sound.breath}
          onChange={(e) => rehearsal.setSound({ breath: Number(e.target.value) })}
        >
          <option value={0}>no breath</option>
          <option value={2}>two beats</option>
          <option value={4}>four beats</option>
        </Select>{' '}
        between
      </label>
      <label className="tick">
        <input
          type="checkbox"
          className="accent-control"
          checked={ladder !== null}
          onChange={(e) => rehearsal.setLadder(e.target.checked ? USUAL_LADDER : null)}
        />
        Tempo ladder
      </label>
      {ladder && (
        <div className="grid gap-1.5 pl-6 text-sm">
          <span className="flex flex-wrap items-center gap-1.5">
            <Percent label="start at" value={ladder.from} set={(from) => change({ from })} />
            <Percent label="up to" value={ladder.to} set={(to) => change({ to })} />
            <Percent label="by" value={ladder.step} least={0.01} set={(step) => change({ step })} />
            <label className="flex items-center gap-1">
              every
              <input
                type="number"
                min={1}
                max={20}
                value={ladder.every}
                onChange={(e) => e.target.valueAsNumber >= 1 && change({ every: Math.min(20, Math.round(e.target.valueAsNumber)) })}
                className={`${rateField} w-12`}
              />
              times
            </label>
          </span>
          <span className="flex items-center gap-2">
            Now {ratePercent(rung.rate)} %
            <Button size="small" onClick={rehearsal.slip}>
              Slip: one step back
            </Button>
          </span>
        </div>
      )}
    </fieldset>
  )
}

function Percent({ label, value, set, least = RATES.least }: { label: string; value: number; set: (x: number) => void; least?: number }) {
  return (
    <label className="flex items-center gap-1">
      {label}
      <input
        type="number"
        aria-label={`Ladder: ${label}, in percent`}
        min={ratePercent(least)}
        max={ratePercent(RATES.most)}
        value={ratePercent(value)}
        onChange={(e) => {
          const x = e.target.valueAsNumber / 100
          if (x >= least && x <= RATES.most) set(x)
        }}
        className={`${rateField} w-14`}
      />
      %
    </label>
  )
}
