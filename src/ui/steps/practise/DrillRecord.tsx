'use client'

import { feltBeat } from '@/core/piece/headline'
import { Check, Undo2, X } from 'lucide-react'
import { useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { count } from '@/core/count'
import type { PracticeRecord } from '@/core/plan/record'
import { Trouble } from '@/ui/kit/answer'
import { Button } from '@/ui/kit/Button'
import { TempoReached } from '@/ui/kit/TempoReached'
import { useDesk } from '@/ui/session/DeskProvider'
import { keepAtServer, recordOf, takeBack } from '@/ui/session/record'
import { usePractise } from './usePractise'

type Tap = Pick<PracticeRecord, 'id' | 'target' | 'clean' | 'slips'>

/** How the drill that is looked at went: a tap for each time, which counts in the class's record. */
export function DrillRecord() {
  const of = useClassId()
  const info = usePractise((p) => p.music?.info)
  const meter = usePractise((p) => p.music?.piece.meter)
  const piece = useDesk((d) => d.id)
  const [taps, setTaps] = useState<readonly Tap[]>([])
  const [reached, setReached] = useState<{ readonly drill: string; readonly tempo: number } | null>(null)
  const [busy, setBusy] = useState(false)
  const [trouble, setTrouble] = useState<string | null>(null)
  if (!info) return null
  const tempo = reached?.drill === info.id ? reached.tempo : info.tempo
  const mine = taps.filter((t) => t.target === info.id)
  const [clean, slips] = [mine.reduce((n, t) => n + t.clean, 0), mine.reduce((n, t) => n + t.slips, 0)]
  const send = async (sent: Promise<void>, done: () => void) => {
    setBusy(true)
    setTrouble(null)
    try {
      await sent
      done()
    } catch (e) {
      setTrouble(e instanceof Trouble ? e.message : 'We couldn’t record that. Try again.')
    } finally {
      setBusy(false)
    }
  }
  const tap = (good: boolean) => {
    const record = recordOf({
      piece,
      what: 'drill',
      target: info.id,
      seat: null,
      student: '',
      clean: good ? 1 : 0,
      slips: good ? 0 : 1,
      tempo,
      minutes: mine.length === 0 ? info.minutes : 0,
    })
    void send(keepAtServer(of, 'records', record), () => setTaps((all) => [...all, record]))
  }
  const undo = () => {
    const last = mine.at(-1)
    if (last) void send(takeBack(of, 'records', last.id), () => setTaps((all) => all.filter((t) => t.id !== last.id)))
  }
  return (
    <section aria-labelledby="went">
      <h2 id="went" className="mt-4 font-title text-lg">
        How it goes
      </h2>
      <div className="mt-1 flex flex-wrap items-center gap-1.5">
        <Button disabled={busy} onClick={() => tap(true)}>
          <Check size={16} aria-hidden /> Clean
        </Button>
        <Button disabled={busy} onClick={() => tap(false)}>
          <X size={16} aria-hidden /> Slip
        </Button>
        <TempoReached
          beat={meter ? feltBeat(meter) : 'quarter'}
          key={`${info.id} ${info.tempo}`}
          tempo={tempo}
          set={(t) => setReached({ drill: info.id, tempo: t })}
          says={info.title}
        />
        {mine.length > 0 && (
          <Button kind="quiet" disabled={busy} onClick={undo} aria-label="Undo the last tap">
            <Undo2 size={16} aria-hidden />
          </Button>
        )}
      </div>
      <p role="status" className="mt-1 text-fine text-soft">
        {mine.length > 0 && `Now ${clean} clean${slips ? `, ${count(slips, 'slip')}` : ''}, recorded for the class.`}
      </p>
      {trouble && (
        <p role="alert" className="text-fine text-madder">
          {trouble}
        </p>
      )}
    </section>
  )
}
