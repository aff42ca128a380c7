'use client'

import { ChevronDown } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import type { SeatId } from '@/core/seats/seat'
import { lineIndexFor } from '@/core/seats/ensemble'
import type { OctaveChoice } from '@/core/seats/plan'
import { sayOctave } from '@/ui/ways/octave'
import { useDesk } from '@/ui/session/DeskProvider'
import { lineChosen, octaveChosen } from '@/ui/session/edits'
import { BENCH, seatHeight, stringY } from './layout'

const CHOICES: OctaveChoice[] = ['auto', 1, 0, -1, -2, -3]

const item =
  'flex cursor-pointer items-center gap-2 rounded px-2 py-1 outline-none data-[highlighted]:bg-wash data-[state=checked]:font-semibold'

/** A seat's name, the letters of its strings, and where it reads: octave and line. */
export function SeatLabel({ seat }: { seat: SeatId }) {
  const map = useDesk((d) => d.ensemble[seat])
  const choice = useDesk((d) => d.plan.octaves[seat] ?? 'auto')
  const picked = useDesk((d) => d.seat === seat)
  const edit = useDesk((d) => d.edit)
  const piece = useDesk((d) => d.piece)
  const of = useDesk((d) => d.seats.find((s) => s.id === seat)!)
  const pick = useDesk((d) => d.pick)
  const moment = useDesk((d) => d.moment)
  const line = useDesk((d) => lineIndexFor(d.piece, d.plan, d.klass, of))
  const { lines } = piece
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
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          className="absolute top-11 left-3 flex w-[84px] items-start gap-0.5 rounded text-left text-[13px] leading-tight text-soft hover:text-ink"
          aria-label={`${name} reads ${sayOctave(map.octave)}; change`}
        >
          <span>
            {sayOctave(map.octave)}
            {lines.length > 1 && <span className="block">{lines[line]?.name ?? lines[0].name}</span>}
          </span>
          <ChevronDown size={14} className="mt-0.5 shrink-0" aria-hidden />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="start" className="z-40 rounded-md border border-rule bg-sheet p-1 shadow-lg">
            <DropdownMenu.Label className="px-2 pt-1 text-sm text-soft">{name} sounds</DropdownMenu.Label>
            <DropdownMenu.RadioGroup
              value={String(choice)}
              onValueChange={(v) => edit(octaveChosen(of, v === 'auto' ? 'auto' : Number(v)))}
            >
              {CHOICES.map((c) => (
                <DropdownMenu.RadioItem key={c} value={String(c)} className={item}>
                  {c === 'auto' ? `where it fits${choice === 'auto' ? ` (${sayOctave(map.octave)})` : ''}` : sayOctave(c)}
                </DropdownMenu.RadioItem>
              ))}
            </DropdownMenu.RadioGroup>
            {lines.length > 1 && (
              <>
                <DropdownMenu.Separator className="my-1 h-px bg-rule" />
                <DropdownMenu.Label className="px-2 pt-1 text-sm text-soft">{name} reads</DropdownMenu.Label>
                <DropdownMenu.RadioGroup value={String(line)} onValueChange={(v) => edit(lineChosen(piece, of, Number(v)))}>
                  {lines.map((l, i) => (
                    <DropdownMenu.RadioItem key={i} value={String(i)} className={item}>
                      {l.name}
                    </DropdownMenu.RadioItem>
                  ))}
                </DropdownMenu.RadioGroup>
              </>
            )}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {strings.map((p, s) => (
        <span
          key={s}
          aria-hidden
          className="absolute right-1.5 text-[12.5px] leading-none text-soft"
          style={{ top: stringY(s, strings.length) - 6 }}
        >
          {p.letter}
        </span>
      ))}
      <span className="absolute right-0 bottom-0 left-0 border-b border-rule" style={{ marginLeft: 12, marginRight: BENCH.seatGap }} />
    </div>
  )
}
