'use client'

import { feltBeat, meterIn, sayBeatTempo } from '@/core/piece/headline'
import { headMeasure } from '@/core/piece/address'
import { callWords } from '@/core/words/calls'
import { pupilWords } from '@/core/words/pupil'
import * as Tabs from '@radix-ui/react-tabs'
import { Play, Square } from 'lucide-react'
import { useEffect, useMemo } from 'react'
import { tempoIn } from '@/core/performance/tempo'
import type { Piece } from '@/core/piece/piece'
import { callsOf, sayCall } from '@/core/reading/calls'
import { readingOf } from '@/core/reading/reading'
import type { ClassSettings } from '@/core/plan/class'
import type { Plan } from '@/core/plan/plan'
import { RATES } from '@/core/plan/run'
import { Bench } from '@/ui/bench/Bench'
import { Button } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'
import { useRehearsal, useRehearsalStore } from '@/ui/rehearse/useRehearsal'
import { DeskProvider, useDesk } from '@/ui/session/DeskProvider'

/** What of a student's piece is mapped on the phone: the tabs of its fingers and of what is said, and what plays along. */
export function OwnDesk({ id, ...music }: { id: string; piece: Piece; plan: Plan; klass: ClassSettings }) {
  const w = pupilWords(music.klass.talk)
  return (
    <DeskProvider id={id} {...music} version={0}>
      <Tabs.Content value="fingers" className="min-h-0 flex-1 bg-sheet data-[state=inactive]:hidden">
        <Bench child={{ rest: callWords(music.klass.talk).rest, notYet: w.notYet }} fixed={w.fingersOf(music.piece.title)} />
      </Tabs.Content>
      <Tabs.Content value="calls" className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
        <Calls />
      </Tabs.Content>
      <PlayAlong />
    </DeskProvider>
  )
}

/** What is said, measure by measure, in the words of the class. */
function Calls() {
  const piece = useDesk((d) => d.piece)
  const map = useDesk((d) => d.ensemble[d.seat])
  const talk = useDesk((d) => d.klass.talk)
  const calls = useMemo(() => callsOf(readingOf(piece, map), { ...talk, say: 'both' }), [piece, map, talk])
  return (
    <ol className="mx-auto max-w-2xl">
      {calls.map((c) => (
        <li key={c.index} className="grid grid-cols-[5rem_minmax(0,1fr)] gap-2 border-t border-rule py-1.5">
          <span className="text-sm text-soft">{c.name}</span>
          <span>{sayCall(c)}</span>
        </li>
      ))}
    </ol>
  )
}

/** What is heard now, large: the beat and the measure. */
function Now() {
  const now = useRehearsal((r) => r.now)
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const w = pupilWords(useDesk((d) => d.klass.talk))
  const beat = now?.beat
  return (
    <p className="now-strip">
      <span key={`${beat?.at} ${now?.time}`} className={`now-beat ${beat?.ahead ? 'opacity-70' : ''}`}>
        {beat?.says || (beat ? '·' : '–')}
      </span>
      <span className="truncate font-title text-xl leading-tight">
        {now ? (now.index === null ? w.ready : headMeasure(line, now.index)) : w.ready}
      </span>
    </p>
  )
}

const percent = (x: number): number => Math.round(x * 100)

/** Something to play along with: the part and a click, or the click alone, as fast as one likes. */
function PlayAlong() {
  const rehearsal = useRehearsalStore()
  const w = pupilWords(useDesk((d) => d.klass.talk))
  const { stop } = rehearsal
  // Who leaves is not followed by the sound.
  useEffect(() => stop, [stop])
  const playing = useRehearsal((r) => r.playing)
  const rate = useRehearsal((r) => r.rate)
  const mode = useRehearsal((r) => r.mode)
  const trouble = useRehearsal((r) => r.trouble)
  const written = useDesk((d) => tempoIn(d.piece, 0))
  const beat = useDesk((d) => feltBeat(meterIn(d.piece, 0)))
  return (
    <footer className="border-t border-rule bg-sheet px-3 py-2">
      {playing && <Now />}
      {trouble && <p role="alert">{trouble}</p>}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <Button kind="filled" className="min-h-11" onClick={rehearsal.toggle}>
          {playing ? <Square size={17} aria-hidden /> : <Play size={17} aria-hidden />} {playing ? w.stop : w.playAlong}
        </Button>
        <Choice
          label={w.whatYouHear}
          value={mode === 'finger silently' ? 'click' : 'part'}
          options={[
            ['part', w.hearPart],
            ['click', w.hearClick],
          ]}
          onChange={(v) => rehearsal.setMode(v === 'click' ? 'finger silently' : 'bow')}
        />
        <label className="flex min-w-40 flex-1 items-center gap-2 text-fine text-soft">
          <input
            type="range"
            aria-label={w.tempo}
            min={percent(RATES.least)}
            max={percent(RATES.most)}
            step={5}
            value={percent(rate)}
            onChange={(e) => rehearsal.setRate(e.target.valueAsNumber / 100)}
            onPointerUp={rehearsal.takeUp}
            onKeyUp={rehearsal.takeUp}
            className="min-h-11 min-w-0 flex-1 accent-control"
          />
          <span className="w-16 shrink-0 text-right tabular-nums">{sayBeatTempo(beat, written * rate)}</span>
        </label>
      </div>
    </footer>
  )
}
