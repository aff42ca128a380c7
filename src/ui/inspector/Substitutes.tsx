'use client'

import { Undo2 } from 'lucide-react'
import { useMemo } from 'react'
import type { SeatMap } from '@/core/fingering/map'
import type { Substitute } from '@/core/fingering/substitute'
import { useDesk } from '@/ui/session/DeskProvider'
import { restored, substituted } from '@/ui/session/edits'
import { offersFor } from '@/ui/session/selectors'
import { count } from '@/core/count'
import { Button } from '@/ui/kit/Button'
import { printedPitch, type NoteNames } from '@/core/music/noteName'
import { sayPitches } from '@/core/words/en/hands'

const SHOWN = 4

/** Where a seat has trouble: what it could play instead, best first. A click puts it there. */
export function Offers({ map, event }: { map: SeatMap; event: string }) {
  const piece = useDesk((d) => d.piece)
  const edit = useDesk((d) => d.edit)
  const talk = useDesk((d) => d.klass.talk)
  const offers = useMemo(() => offersFor(piece, map, event, talk), [piece, map, event, talk])
  if (offers.length === 0) return null
  return (
    <div className="mt-2">
      <h4 className="text-sm font-semibold">Other notes for this seat</h4>
      <ul className="mt-1 flex flex-col gap-1.5">
        {offers.slice(0, SHOWN).map((o) => (
          <li key={o.name} className="leading-snug">
            <Button size="small" onClick={() => edit(substituted(map, event, o))}>
              {o.name}
            </Button>
            <span className="block text-fine text-soft">
              {o.why}
              {o.left > 0 ? `; ${count(o.left, 'trouble is', 'troubles are')} left` : ''}.
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}

function say(names: NoteNames, s: Substitute): string {
  switch (s.kind) {
    case 'octave':
      return Math.abs(s.by) === 1
        ? `one octave ${s.by < 0 ? 'lower' : 'higher'}`
        : `${Math.abs(s.by)} octaves ${s.by < 0 ? 'lower' : 'higher'}`
    case 'heads':
      return s.heads.length === 1 ? 'one note of the chord' : `${s.heads.length} notes of the chord`
    case 'tone':
      return printedPitch(names, s.pitch)
    case 'chord':
      return sayPitches({ names }, s.pitches)
    case 'rest':
      return 'a rest'
  }
}

/** A substitute that stands: what it is, and the way back. */
export function InPlace({ map, event, substitute }: { map: SeatMap; event: string; substitute: Substitute }) {
  const edit = useDesk((d) => d.edit)
  const names = useDesk((d) => d.klass.talk.names)
  return (
    <p className="mt-1 flex flex-wrap items-center gap-2 text-sm text-accent">
      Instead of the written note: {say(names, substitute)}.
      <Button size="small" onClick={() => edit(restored(map, event))}>
        <Undo2 size={14} aria-hidden /> As written
      </Button>
    </p>
  )
}
