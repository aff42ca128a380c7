'use client'

import { sayFinger } from '@/core/fingering/explain'
import { letterName } from '@/core/music/pitch'
import { headMeasure, nameOf } from '@/core/piece/address'
import { answerAt } from '@/core/seats/timeline'
import { tempoIn } from '@/core/performance/tempo'
import { ABOUT_MODE } from '@/core/sounding/modes'
import { useDesk, useRows } from '@/ui/session/DeskProvider'
import { useRehearsal } from './useRehearsal'

const ORDINALS = ['', '', 'second time', 'third time', 'fourth time']

/** What is heard now, large: the beat, the measure and the one after it, and what the class does. */
export function NowStrip() {
  const now = useRehearsal((r) => r.now)
  const mode = useRehearsal((r) => r.mode)
  const playing = useRehearsal((r) => r.playing)
  const piece = useDesk((d) => d.piece)
  const { tells, shows } = ABOUT_MODE[mode]
  const [line] = piece.lines
  if (!playing)
    return (
      <p className="now-strip text-soft">
        <span>{tells} Space plays from the measure that is picked, or the passage.</span>
      </p>
    )
  const beat = now?.beat
  const measure = now?.index ?? null
  return (
    <div className="now-strip" role="group" aria-label="Now">
      <span
        key={`${beat?.at} ${now?.time}`}
        className={`now-beat ${beat?.accent === 'bar' ? 'text-rosin' : ''} ${beat?.ahead ? 'opacity-70' : ''}`}
      >
        {beat?.says || (beat ? '·' : '–')}
      </span>
      <span className="min-w-0">
        <span className="block truncate font-title text-xl leading-tight">
          {measure === null ? (beat?.ahead ? 'Bows ready' : 'Ready') : headMeasure(line, measure)}
          {now && now.pass > 1 && <span className="font-sans text-body"> {ORDINALS[now.pass] ?? `time ${now.pass}`}</span>}
        </span>
        <span className="block text-fine text-soft">
          {now && `♩ = ${Math.round(tempoIn(piece, measure ?? 0) * now.rate)}`}
          {now && now.time > 1 && `, time ${now.time}`}
          {now && now.next !== null && `, next ${nameOf(line, now.next)}`}
        </span>
      </span>
      {shows && <Said shows={shows} />}
    </div>
  )
}

/** What each seat says at the moment that is heard. */
function Said({ shows }: { shows: 'letters' | 'fingers' }) {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const onset = useDesk((d) => d.timeline[d.moment]?.onset)
  const seats = useRows()
  const said = seats.map(({ id, name }) => {
    const map = ensemble[id]
    const notes = onset === undefined ? [] : (answerAt(piece, map, onset)?.notes ?? [])
    const words = notes.map((n) => (shows === 'letters' ? letterName(n.pitch) : sayFinger(map.instrument, n.stop)))
    return { id, name, text: words.join(' ') || 'rest' }
  })
  const same = said.every((s) => s.text === said[0]?.text)
  return (
    <span className="ml-auto flex gap-5">
      {(same ? said.slice(0, 1).map((s) => ({ ...s, name: 'all' })) : said).map((s) => (
        <span key={s.id} className="text-center leading-none">
          <span className="block text-fine text-soft">{s.name}</span>
          <span className="now-said">{s.text}</span>
        </span>
      ))}
    </span>
  )
}
