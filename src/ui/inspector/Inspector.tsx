'use client'

import { capital } from '@/core/names'
import { struckIn } from '@/core/piece/struck'
import { inForce, atBarline } from '@/core/music/accidentals'
import { spokenNote } from '@/core/music/noteName'
import type { Pitch } from '@/core/music/pitch'
import { answerAt } from '@/core/balance/timeline'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { sayWhere } from '@/ui/session/say'
import { SeatAnswer, SeatLine } from './SeatAnswer'

/** The picked moment for all seats. Never covers the music. */
export function Inspector() {
  const seats = useSeats()
  const picked = useDesk((d) => d.seat)
  const beat = useDesk((d) => d.timeline[d.moment])
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const heading = useDesk((d) => {
    const b = d.timeline[d.moment]
    const answer = b ? answerAt(d.piece, d.ensemble[d.seat], b.onset) : null
    const struck = answer && struckIn(d.ensemble[d.seat].line).get(answer.placed.event.id)
    if (struck) return `${capital(struck)}, no pitch`
    if (!answer || answer.placed.event.kind === 'rest') return 'Rest'
    const { key } = answer.placed.at
    const say = (p: Pitch) => {
      const byKey = inForce(atBarline, key, p)
      const from = p.alter === byKey ? (p.alter === 0 ? '' : ', from the key signature') : ', from the sign'
      return spokenNote(d.klass.talk.names, p, p.alter === 0 && byKey !== 0) + from
    }
    const given = answer.placed.event.heads.flatMap((h) => (h.givenFinger === undefined ? [] : [h.givenFinger]))
    return (
      answer.placed.event.heads.map((h) => say(h.pitch)).join(' and ') +
      (given.length ? ` · the file has finger ${given.join(' and ')}` : '')
    )
  })
  return (
    <aside aria-label="Picked note" className="flex h-full flex-col overflow-y-auto border-l border-rule bg-sheet">
      <div className="px-4 pt-3 pb-2.5">
        <h2 className="font-title text-lg leading-tight">{beat ? sayWhere(line, beat) : 'Nothing picked'}</h2>
        <p className="text-soft">{heading}</p>
      </div>
      <SeatAnswer key={picked} seat={picked} />
      <div className="border-b border-rule">
        {seats
          .filter((s) => s.id !== picked)
          .map((s) => (
            <SeatLine key={s.id} seat={s.id} />
          ))}
      </div>
    </aside>
  )
}
