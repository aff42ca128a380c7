'use client'

import { useCalled } from '@/ui/kit/InClass'
import { meterIn, sayTempo } from '@/core/piece/headline'
import { headMeasure, nameOf } from '@/core/piece/address'
import { tempoIn } from '@/core/performance/tempo'
import { ABOUT_MODE } from '@/core/plan/modes'
import { capital } from '@/core/names'
import { sayWhoPlays } from '@/core/practice/runSheet'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { Said } from './Said'
import { useRehearsal } from './useRehearsal'

const ORDINALS = ['', '', 'second time', 'third time', 'fourth time']

/** What is heard now, large: the beat, the measure and the one after it, and what the class does. `coming`: what comes after a turn of a lesson. */
export function NowStrip({ coming }: { coming: (turn: number) => string | null }) {
  const called = useCalled()
  const now = useRehearsal((r) => r.now)
  const mode = useRehearsal((r) => r.mode)
  const playing = useRehearsal((r) => r.playing)
  const piece = useDesk((d) => d.piece)
  const seats = useSeats()
  const { tells, shows } = ABOUT_MODE[mode]
  const [line] = piece.lines
  if (!playing)
    return (
      <p className="now-strip text-soft">
        <span>{called(`${tells} Space plays from the picked measure, or the passage.`)}</span>
      </p>
    )
  const beat = now?.beat
  const measure = now?.index ?? null
  const then = now && coming(now.time)
  const who = now?.cast ? capital(sayWhoPlays(now.cast, new Map(seats.map((s) => [s.id, s.name])))) : ''
  return (
    <div className="now-strip" role="group" aria-label="Now">
      <span
        key={`${beat?.at} ${now?.time}`}
        className={`now-beat ${beat?.accent === 'bar' ? 'text-accent' : ''} ${beat?.ahead ? 'opacity-70' : ''}`}
      >
        {beat?.says || (beat ? '·' : '–')}
      </span>
      <span className="min-w-0">
        <span className="block truncate font-title text-xl leading-tight">
          {measure === null ? (beat?.ahead ? 'Bows ready' : 'Ready') : called(headMeasure(line, measure))}
          {now && now.pass > 1 && <span className="font-sans text-body"> {ORDINALS[now.pass] ?? `time ${now.pass}`}</span>}
        </span>
        <span className="block text-fine text-soft">
          {who && `${who}, `}
          {now && sayTempo(meterIn(piece, measure ?? 0), tempoIn(piece, measure ?? 0) * now.rate)}
          {now && now.time > 1 && `, time ${now.time}`}
          {now && now.next !== null && `, next ${called(nameOf(line, now.next))}`}
          {then && <strong className="text-ink">. {then}</strong>}
        </span>
      </span>
      {shows && <Said shows={shows} />}
    </div>
  )
}
