'use client'

import { Pin, PinOff } from 'lucide-react'
import { useMemo, useState } from 'react'
import { sayHold } from '@/core/fingering/explain'
import { choicesAt, reasonFor, type MappedNote, type SeatMap } from '@/core/fingering/map'
import { choiceOf } from '@/core/hands/hold'
import type { Seat } from '@/core/hands/instruments'
import { answerAt } from '@/core/seats/timeline'
import { useDesk } from '../desk/DeskProvider'
import { Button } from '../parts/Button'
import { printedPitch } from '../parts/music'
import { Fingerboard } from './Fingerboard'

/** How many other choices are shown before "more": those that the class has learned first of all. */
const LEARNED = 4
const BEYOND = 1

/** One seat's answer at the picked moment: where, which finger, why, and for the picked seat what else. */
export function SeatAnswer({ seat }: { seat: Seat }) {
  const map = useDesk((d) => d.ensemble[seat])
  const timeline = useDesk((d) => d.timeline)
  const moment = useDesk((d) => d.moment)
  const picked = useDesk((d) => d.seat === seat)
  const pick = useDesk((d) => d.pick)
  const piece = useDesk((d) => d.piece)
  const beat = timeline[moment]
  const answer = useMemo(() => (beat ? answerAt(piece, map, beat.onset) : null), [piece, map, beat])
  const { name } = map.instrument
  const first = answer?.notes[0]
  return (
    <section
      aria-label={name}
      aria-current={picked || undefined}
      className={`border-t border-rule py-2.5 pr-1 pl-3 ${picked ? 'border-l-[3px] border-l-rosin bg-wash/40' : 'border-l-[3px] border-l-transparent'}`}
    >
      <div className="flex items-start justify-between gap-2">
        <button type="button" onClick={() => pick(moment, seat)} className="text-[15px] font-semibold" aria-pressed={picked}>
          {name}
        </button>
        {first && (
          <span className="pr-2 text-sm text-soft">{[...new Set(answer!.notes.map((n) => printedPitch(n.pitch)))].join(' ')} written</span>
        )}
      </div>
      {!answer ? (
        <p className="text-soft">Nothing here.</p>
      ) : answer.placed.event.kind === 'rest' ? (
        <p className="text-soft">Rest: the hand can get ready.</p>
      ) : !first ? (
        <p className="text-madder">{map.problems.find((p) => p.placed.event.id === answer.placed.event.id)?.text ?? 'Out of reach.'}</p>
      ) : (
        <Answer seat={seat} map={map} note={first} picked={picked} />
      )}
    </section>
  )
}

function Answer({ seat, map, note, picked }: { seat: Seat; map: SeatMap; note: MappedNote; picked: boolean }) {
  const lift = useDesk((d) => d.lift)
  const why = useMemo(() => reasonFor(map, note), [map, note])
  const trouble = map.problems.find((p) => p.placed === note.placed)
  const what = sayHold(map.instrument, note.hold)
  return (
    <>
      <div className="mt-0.5 flex items-center gap-3">
        <Fingerboard instrument={map.instrument} hold={note.hold} frame={note.frame} />
        <div>
          <p className="text-lg leading-tight font-bold first-letter:uppercase">
            {what.replace(/ in (half position|(?:lowered |raised )?[IV½]+)$/, '')}
          </p>
          <p className="text-sm text-soft">
            {note.position
              ? `${note.position === 'half' ? 'half position' : note.position} · ${note.frame?.name ?? ''}`
              : 'hand stays where it was'}
          </p>
        </div>
      </div>
      <p className={`mt-1 text-sm leading-snug ${trouble ? 'text-madder' : ''}`}>{trouble?.text ?? why}</p>
      {note.pinned && picked && (
        <Button kind="plain" className="mt-1.5 min-h-7 text-sm" onClick={() => lift(seat, note)}>
          <PinOff size={14} aria-hidden /> Lift the pin
        </Button>
      )}
      {note.pinned && !picked && (
        <p className="mt-0.5 flex items-center gap-1 text-sm text-rosin">
          <Pin size={13} aria-hidden /> pinned
        </p>
      )}
      {picked && <Choices seat={seat} map={map} note={note} />}
    </>
  )
}

function Choices({ seat, map, note }: { seat: Seat; map: SeatMap; note: MappedNote }) {
  const pinHold = useDesk((d) => d.pinHold)
  const [all, setAll] = useState(false)
  const choices = useMemo(() => choicesAt(map, note), [map, note])
  const first = [...choices.filter((c) => c.hold.learned).slice(0, LEARNED), ...choices.filter((c) => !c.hold.learned).slice(0, BEYOND)]
  const shown = all ? choices : first
  return (
    <div className="mt-2">
      <div className="flex flex-wrap gap-1.5">
        {!note.pinned && (
          <Button className="min-h-7 border-rosin text-sm" onClick={() => pinHold(seat, note, note.hold)}>
            <Pin size={13} aria-hidden /> Pin {sayHold(map.instrument, note.hold)}
          </Button>
        )}
        {shown.map((c) => (
          <Button
            key={choiceOf(c.hold)}
            className="min-h-7 text-sm"
            onClick={() => pinHold(seat, note, c.hold)}
            aria-label={`Pin ${sayHold(map.instrument, c.hold)} instead, ${sayPrice(c.price)}`}
          >
            or {sayHold(map.instrument, c.hold)}{' '}
            <span className={`tabular-nums ${c.hold.learned ? 'text-soft' : 'font-semibold text-madder'}`}>{priceTag(c.price)}</span>
          </Button>
        ))}
        {choices.length > first.length && (
          <button type="button" className="px-1 text-sm text-rosin underline" onClick={() => setAll(!all)}>
            {all ? 'fewer' : `${choices.length - first.length} more`}
          </button>
        )}
      </div>
      {choices.length > 0 && (
        <p className="mt-1.5 text-[13px] leading-snug text-soft">
          +1 is about one more crossing in the whole line; +60 and more needs what the class has not learned.
        </p>
      )}
    </div>
  )
}

const priceTag = (price: number): string => (price > 0 ? `+${price}` : price === 0 ? '±0' : `−${-price}`)
const sayPrice = (price: number): string => (price === 0 ? 'as easy' : price > 0 ? `harder by ${price}` : `easier by ${-price}`)
