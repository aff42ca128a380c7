'use client'

import { ChevronDown } from 'lucide-react'
import { lineIndexFor } from '@/core/seats/ensemble'
import type { SeatId } from '@/core/seats/seat'
import { later, Opens } from '@/ui/kit/Opens'
import { useDesk } from '@/ui/session/DeskProvider'
import { sayOctave } from '@/ui/ways/octave'
import { BENCH, seatHeight, stringY } from './grid'

const menu = later(() => import('./SeatMenu').then((m) => m.SeatMenu))

/** A seat's name, the letters of its strings, and where it reads: octave and line. */
export function SeatLabel({ seat }: { seat: SeatId }) {
  const map = useDesk((d) => d.ensemble[seat])
  const picked = useDesk((d) => d.seat === seat)
  const of = useDesk((d) => d.seats.find((s) => s.id === seat)!)
  const pick = useDesk((d) => d.pick)
  const moment = useDesk((d) => d.moment)
  const lines = useDesk((d) => d.piece.lines)
  const line = useDesk((d) => lineIndexFor(d.piece, d.plan, d.klass, of))
  const { name } = map.seat
  const { strings } = map.instrument
  return (
    <div className="relative" style={{ height: seatHeight(strings.length) }}>
      <button
        type="button"
        aria-pressed={picked}
        onClick={() => pick(moment, seat)}
        className={`absolute top-4 left-3 border-b-2 pr-1 text-left text-base font-semibold ${picked ? 'border-rosin' : 'border-transparent'}`}
      >
        {name}
      </button>
      <Opens
        has="menu"
        load={menu.load}
        button={
          <button
            type="button"
            className="absolute top-11 left-3 flex w-[84px] items-start gap-0.5 rounded text-left text-fine leading-tight text-soft hover:text-ink"
            aria-label={`${name} reads ${sayOctave(map.octave)}; change`}
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
      {strings.map((p, s) => (
        <span
          key={s}
          aria-hidden
          className="absolute right-1.5 text-fine leading-none text-soft"
          style={{ top: stringY(s, strings.length) - 6 }}
        >
          {p.letter}
        </span>
      ))}
      <span className="absolute right-0 bottom-0 left-0 border-b border-rule" style={{ marginLeft: 12, marginRight: BENCH.seatGap }} />
    </div>
  )
}
