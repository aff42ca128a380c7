import * as DropdownMenu from '@radix-ui/react-dropdown-menu'
import { landmark } from '@/ui/kit/landmark'
import { useMemo, type ReactElement } from 'react'
import { octavesFor } from '@/core/balance/ensemble'
import { sayOctaveChange } from '@/core/balance/octaveChoices'
import { withOctave, type OctaveChoice } from '@/core/plan/plan'
import type { Seat } from '@/core/seats/seat'
import { useDesk } from '@/ui/session/DeskProvider'
import { lineChosen, octaveChosen } from '@/ui/session/edits'
import { sayOctave } from '@/ui/ways/octave'

const CHOICES: OctaveChoice[] = ['auto', 1, 0, -1, -2, -3]

const item =
  'flex cursor-pointer items-center gap-2 rounded px-2 py-1 outline-none data-[highlighted]:bg-wash data-[state=checked]:font-semibold'

type Props = { button: ReactElement; seat: Seat; line: number; octave: number }

/** In which octave a seat sounds and which line it reads, opened from a button. */
export function SeatMenu({ button, seat, line, octave }: Props) {
  const { name } = seat
  const choice = useDesk((d) => d.plan.octaves[seat.id] ?? 'auto')
  const edit = useDesk((d) => d.edit)
  const piece = useDesk((d) => d.piece)
  const plan = useDesk((d) => d.plan)
  const klass = useDesk((d) => d.klass)
  const map = useDesk((d) => d.ensemble[seat.id])
  const { lines } = piece
  const fits = useMemo(
    () => (choice === 'auto' ? octave : octavesFor(piece, withOctave(plan, seat.id, 'auto'), klass)[seat.id]),
    [choice, octave, piece, plan, klass, seat],
  )
  const changes = useMemo(
    () => new Map(CHOICES.map((c) => [c, sayOctaveChange(piece, plan, klass, seat, map, c === 'auto' ? fits : c)])),
    [piece, plan, klass, seat, map, fits],
  )
  return (
    <DropdownMenu.Root modal={false} defaultOpen>
      <DropdownMenu.Trigger asChild>{button}</DropdownMenu.Trigger>
      <DropdownMenu.Portal container={landmark()}>
        <DropdownMenu.Content align="start" className="z-40 max-w-[400px] rounded-md border border-rule bg-sheet p-1 shadow-lg">
          <DropdownMenu.Label className="px-2 pt-1 text-sm text-soft">{name} sounds</DropdownMenu.Label>
          <DropdownMenu.RadioGroup
            value={String(choice)}
            onValueChange={(v) => edit(octaveChosen(seat, v === 'auto' ? 'auto' : Number(v)))}
          >
            {CHOICES.map((c) => (
              <DropdownMenu.RadioItem key={c} value={String(c)} className={item}>
                <span>
                  {c === 'auto' ? `where it fits best (${sayOctave(fits)})` : sayOctave(c)}
                  <span className="block text-fine font-normal text-soft">
                    {(c === 'auto' ? fits : c) === octave ? 'as it is now' : changes.get(c)?.join(' · ') || 'no difference for the hand'}
                  </span>
                </span>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          {lines.length > 1 && (
            <>
              <DropdownMenu.Separator className="my-1 h-px bg-rule" />
              <DropdownMenu.Label className="px-2 pt-1 text-sm text-soft">{name} reads</DropdownMenu.Label>
              <DropdownMenu.RadioGroup value={String(line)} onValueChange={(v) => edit(lineChosen(piece, seat, Number(v)))}>
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
  )
}
