'use client'

import { useCalled } from '@/ui/kit/InClass'
import { ChevronLeft, Play, RotateCcw, Square } from 'lucide-react'
import { ABOUT_MODE, MODES, type Mode } from '@/core/plan/modes'
import { sayPlays, sayWouldPlay } from '@/core/sounding/says'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import { useRehearsal, useRehearsalStore } from '@/ui/rehearse/useRehearsal'
import { useDesk } from '@/ui/session/DeskProvider'
import { Tempo, Again } from './TempoFields'
import { WhoIsHeard, Sound } from './HeardFields'

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
  const called = useCalled()
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
          <ChevronLeft size={17} aria-hidden /> {called('A measure')}
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
        {ABOUT_MODE[mode].tells} {ABOUT_MODE[mode].voice === null ? 'You only hear the click.' : ''}
      </p>
    </div>
  )
}
