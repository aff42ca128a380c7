'use client'

import { ChevronDown } from 'lucide-react'
import { lineIndexFor } from '@/core/balance/ensemble'
import { plainNote } from '@/core/music/noteName'
import type { SeatId } from '@/core/seats/seat'
import { later, Opens } from '@/ui/kit/Opens'
import { useDesk } from '@/ui/session/DeskProvider'
import { sayOctave } from '@/ui/ways/octave'
import { seatHeight, stringY, type Metrics } from './grid'

const menu = later(() => import('./SeatMenu').then((m) => m.SeatMenu))

/** A seat's name, the letters of its strings, and where it reads: octave and line. */
export function SeatLabel({ seat, m, plain = false }: { seat: SeatId; m: Metrics; plain?: boolean }) {
  const map = useDesk((d) => d.ensemble[seat])
  const picked = useDesk((d) => d.seat === seat)
  const of = useDesk((d) => d.seats.find((s) => s.id === seat)!)
  const pick = useDesk((d) => d.pick)
  const moment = useDesk((d) => d.moment)
  const lines = useDesk((d) => d.piece.lines)
  const line = useDesk((d) => lineIndexFor(d.piece, d.plan, d.klass, of))
  const names = useDesk((d) => d.klass.talk.names)
  const { name } = map.seat
  const { strings } = map.instrument
  return (
    <div className="relative" style={{ height: seatHeight(strings.length, m) }}>
      <button
        type="button"
        aria-pressed={picked}
        onClick={() => pick(moment, seat)}
        style={{ top: m.letters - 11 }}
        // A finger has the room around the name too.
        className={`absolute left-3 min-h-0! border-b-2 pr-1 before:absolute before:-inset-x-3 before:-inset-y-2 before:content-[''] text-left text-base font-semibold ${picked ? 'border-pick' : 'border-transparent'}`}
      >
        {name}
      </button>
      {!plain && (
        <Opens
          has="menu"
          load={menu.load}
          button={
            <button
              type="button"
              style={{ top: m.letters + 17 }}
              className="absolute left-3 flex w-[84px] items-start gap-0.5 rounded text-left text-fine leading-tight text-soft hover:text-ink"
              aria-label={`${name} reads ${sayOctave(map.octave)}. Change it`}
            >
              <span>
                {sayOctave(map.octave)}
                {lines.length > 1 && <span className="block">{lines[line]?.name ?? lines[0].name}</span>}
              </span>
              <ChevronDown size={14} className="mt-0.5 shrink-0" aria-hidden />
            </button>
          }
          opened={(button) => <menu.Part button={button} seat={of} line={line} octave={map.octave} />}
        />
      )}
      {strings.map((p, s) => (
        <span
          key={s}
          aria-hidden
          className="absolute right-1.5 text-fine leading-none text-soft"
          style={{ top: stringY(s, strings.length, m) - 6.5 }}
        >
          {plainNote(names, p.letter)}
        </span>
      ))}
    </div>
  )
}
