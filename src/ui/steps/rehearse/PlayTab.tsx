'use client'

import { ChevronLeft, Play, RotateCcw, Square } from 'lucide-react'
import { useId, useRef, useState } from 'react'
import { tempoIn } from '@/core/performance/tempo'
import { tapped, tempoTapped, USUAL_LADDER } from '@/core/sounding/ladder'
import { ABOUT_MODE, MODES, type Mode } from '@/core/plan/modes'
import { TUNING } from '@/core/sounding/sounding'
import { sayPlays, sayWouldPlay } from '@/core/sounding/says'
import { RATES } from '@/core/plan/run'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import { USUAL_SEAT } from '@/ui/rehearse/rehearse'
import { useRehearsal, useRehearsalStore } from '@/ui/rehearse/useRehearsal'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'

const percent = (x: number): number => Math.round(x * 100)
const field = 'rounded border border-rule bg-paper px-1.5 py-1 text-right tabular-nums'

/** Play and stop, how fast, how often, how it is worked on, and who is heard. */
export function PlayTab() {
  const trouble = useRehearsal((r) => r.trouble)
  return (
    <div className="grid content-start gap-4 p-4">
      <Transport />
      {trouble && (
        <p role="alert" className="text-madder">
          {trouble}
        </p>
      )}
      <HowItIsWorkedOn />
      <Tempo />
      <Again />
      <WhoIsHeard />
      <Sound />
    </div>
  )
}

function Transport() {
  const rehearsal = useRehearsalStore()
  const playing = useRehearsal((r) => r.playing)
  const over = useRehearsal((r) => r.over)
  const line = useDesk((d) => d.piece.lines[0])
  const passage = useDesk((d) => d.passage)
  const from = useDesk((d) => d.timeline[d.moment]?.first.at.index ?? 0)
  return (
    <div>
      <div className="flex items-center gap-1.5">
        <Button kind="filled" className="min-h-11 flex-1 justify-center text-lead" onClick={rehearsal.toggle}>
          {playing ? <Square size={18} aria-hidden /> : <Play size={18} aria-hidden />} {playing ? 'Stop' : 'Play'}
        </Button>
        <Button className="min-h-11" disabled={!playing} onClick={() => rehearsal.goOn(-1)}>
          <ChevronLeft size={17} aria-hidden /> A measure
        </Button>
        <Button className="min-h-11" onClick={rehearsal.again}>
          <RotateCcw size={16} aria-hidden /> Again
        </Button>
      </div>
      <p className="mt-1.5 text-fine text-soft">{playing ? sayPlays(line, over) : sayWouldPlay(line, passage, from)}</p>
    </div>
  )
}

function HowItIsWorkedOn() {
  const { setMode } = useRehearsalStore()
  const mode = useRehearsal((r) => r.mode)
  return (
    <div>
      <label className="flex items-center justify-between gap-2">
        <span className="panel-head">The class</span>
        <Select aria-label="What the class does" value={mode} onChange={(e) => setMode(e.target.value as Mode)}>
          {MODES.map((m) => (
            <option key={m} value={m}>
              {ABOUT_MODE[m].name}
            </option>
          ))}
        </Select>
      </label>
      <p className="mt-1 text-fine text-soft">
        {ABOUT_MODE[mode].tells} {ABOUT_MODE[mode].voice === null ? 'Only the click is heard.' : ''}
      </p>
    </div>
  )
}

function Tempo() {
  const { setRate, takeUp } = useRehearsalStore()
  const rate = useRehearsal((r) => (r.ladder ? r.rung.rate : r.rate))
  const ladder = useRehearsal((r) => r.ladder)
  const written = useDesk((d) => tempoIn(d.piece, 0))
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
    if (found) set(found / written)
  }
  return (
    <fieldset disabled={ladder !== null}>
      <legend className="panel-head">Tempo</legend>
      <div className="flex items-center gap-2">
        <input
          id={id}
          type="range"
          aria-label="Tempo, in percent of the written one"
          min={percent(RATES.least)}
          max={percent(RATES.most)}
          step={5}
          value={percent(rate)}
          onChange={(e) => set(e.target.valueAsNumber / 100)}
          className="min-w-0 flex-1 accent-control"
        />
        <Button size="small" onClick={tap}>
          Tap
        </Button>
      </div>
      <p className="text-fine text-soft">
        {percent(rate)} %, ♩ = {Math.round(written * rate)}
        {ladder ? '; the ladder sets it.' : ''}
      </p>
    </fieldset>
  )
}

function Again() {
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
          aria-label="Beats between the times"
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
        Ladder of tempo
      </label>
      {ladder && (
        <div className="grid gap-1.5 pl-6 text-sm">
          <span className="flex flex-wrap items-center gap-1.5">
            <Percent label="begin at" value={ladder.from} set={(from) => change({ from })} />
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
                className={`${field} w-12`}
              />
              times
            </label>
          </span>
          <span className="flex items-center gap-2">
            Now {percent(rung.rate)} %
            <Button size="small" onClick={rehearsal.slip}>
              Slip: a step back
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
        min={percent(least)}
        max={percent(RATES.most)}
        value={percent(value)}
        onChange={(e) => {
          const x = e.target.valueAsNumber / 100
          if (x >= least && x <= RATES.most) set(x)
        }}
        className={`${field} w-14`}
      />
      %
    </label>
  )
}

function WhoIsHeard() {
  const rehearsal = useRehearsalStore()
  const mix = useRehearsal((r) => r.seats)
  const alone = useRehearsal((r) => r.alone)
  const seats = useSeats()
  return (
    <fieldset>
      <legend className="panel-head">Who is heard</legend>
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
                value={percent(volume)}
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

function Sound() {
  const { setSound } = useRehearsalStore()
  const sound = useRehearsal((r) => r.sound)
  return (
    <fieldset className="grid gap-1.5">
      <legend className="panel-head">Click, count and loudness</legend>
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
        Introduction
        <Select size="small" value={sound.introduction} onChange={(e) => setSound({ introduction: Number(e.target.value) })}>
          {[0, 1, 2, 4].map((n) => (
            <option key={n} value={n}>
              {n === 0 ? 'none' : n === 1 ? '1 measure' : `${n} measures`}
            </option>
          ))}
        </Select>
      </label>
      <label className="grid grid-cols-[88px_1fr] items-center gap-2">
        Loudness
        <input
          type="range"
          min={0}
          max={100}
          value={percent(sound.level)}
          onChange={(e) => setSound({ level: e.target.valueAsNumber / 100 })}
          className="accent-control"
        />
      </label>
      <p className="text-fine text-soft">Loud enough to play to, no louder: ears that ring were given too much.</p>
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
          className={`${field} w-16`}
        />
        Hz
      </label>
    </fieldset>
  )
}
