'use client'

import { capital } from '@/core/names'
import { isStruck, struckIn } from '@/core/piece/struck'
import { Pin, PinOff } from 'lucide-react'
import { useDeferredValue, useEffect, useMemo, useRef } from 'react'
import { sayStops } from '@/core/fingering/explain'
import { reasonFor, type MappedNote, type SeatMap } from '@/core/fingering/map'
import { isBroken } from '@/core/hands/hold'
import type { SeatId } from '@/core/seats/seat'
import { answerAt, type Answer as Found } from '@/core/seats/timeline'
import { useDesk } from '@/ui/session/DeskProvider'
import { Button } from '@/ui/kit/Button'
import { printedPitch } from '@/core/music/pitch'
import { Fingerboard } from './Fingerboard'
import { HandCommands } from './HandCommands'
import { HandNotes } from './HandNotes'
import { OtherChoices } from './OtherChoices'
import { InPlace, Offers } from './Substitutes'

/** One seat's answer at the picked moment: where, which finger, why, and for the picked seat what else. */
export function SeatAnswer({ seat }: { seat: SeatId }) {
  const map = useDesk((d) => d.ensemble[seat])
  const timeline = useDesk((d) => d.timeline)
  const moment = useDesk((d) => d.moment)
  const picked = useDesk((d) => d.seat === seat)
  const pick = useDesk((d) => d.pick)
  const piece = useDesk((d) => d.piece)
  const beat = timeline[moment]
  const answer = useMemo(() => (beat ? answerAt(piece, map, beat.onset) : null), [piece, map, beat])
  const { name } = map.seat
  const first = answer?.notes[0]
  const section = useRef<HTMLElement>(null)
  useEffect(() => {
    if (picked) section.current?.scrollIntoView({ block: 'nearest' })
  }, [picked, moment])
  return (
    <section
      ref={section}
      aria-label={name}
      aria-current={picked || undefined}
      className={`border-t border-rule py-2.5 pr-3 pl-3 ${picked ? 'border-l-[3px] border-l-rosin bg-wash/40' : 'border-l-[3px] border-l-transparent'}`}
    >
      <div className="flex items-start justify-between gap-2">
        <button type="button" onClick={() => pick(moment, seat)} className="text-body font-semibold" aria-pressed={picked}>
          {name}
        </button>
        {first && (
          <span className="text-sm text-soft">{[...new Set(answer!.notes.map((n) => printedPitch(n.pitch)))].join(' ')} written</span>
        )}
      </div>
      {!answer ? (
        <p className="text-soft">Nothing here.</p>
      ) : answer.placed.event.kind === 'rest' ? (
        <>
          <p className="text-soft">
            {isStruck(answer.placed.event)
              ? `${capital(struckIn(map.line).get(answer.placed.event.id)!)}: nothing on the strings.`
              : 'Rest: the hand can get ready.'}
          </p>
          {picked && <Instead seat={seat} map={map} answer={answer} />}
        </>
      ) : first ? (
        <Answer seat={seat} map={map} answer={answer} note={first} picked={picked} />
      ) : (
        <>
          <p className="text-madder">{troubleAt(map, answer)?.text ?? 'Out of reach.'}</p>
          {picked && <Instead seat={seat} map={map} answer={answer} />}
        </>
      )}
    </section>
  )
}

const troubleAt = (map: SeatMap, { placed }: Found) => map.problems.find((p) => p.placed.event.id === placed.event.id)

/** For a moment with trouble, or one that already has a substitute. */
function Instead({ seat, map, answer }: { seat: SeatId; map: SeatMap; answer: Found }) {
  const event = answer.placed.event.id
  const substitute = useDesk((d) => d.plan.substitutes[seat]?.[event])
  const trouble = troubleAt(map, answer)
  return (
    <>
      {substitute && <InPlace map={map} event={event} substitute={substitute} />}
      {trouble && trouble.mark !== 'pin' && <Offers map={map} event={event} />}
    </>
  )
}

/** Whether no finger has been down before a note, in the line as it is written. */
const isFirstOf = (map: SeatMap, { column }: MappedNote): boolean =>
  map.solution.columns.slice(0, column).every((c, i) => c.holds[map.solution.chosen[i]].open)

type AnswerProps = { seat: SeatId; map: SeatMap; answer: Found; note: MappedNote; picked: boolean }

function Answer({ seat, map, answer, note, picked }: AnswerProps) {
  const lift = useDesk((d) => d.lift)
  const why = useMemo(() => reasonFor(map, note), [map, note])
  // A changed finger is drawn first; what else could be done is priced a moment later.
  const later = useDeferredValue(useMemo(() => ({ map, note }), [map, note]))
  const trouble = map.problems.find((p) => p.placed === note.placed)
  return (
    <>
      <div className="mt-0.5 flex items-center gap-3">
        <Fingerboard instrument={map.instrument} hold={note.hold} frame={note.frame} />
        <div>
          <p className="text-lg leading-tight font-bold first-letter:uppercase">{sayStops(map.instrument, note.hold)}</p>
          <p className="text-sm text-soft">
            {note.position
              ? `${note.position === 'half' ? 'half position' : note.position} · ${note.frame?.name ?? ''}`
              : isFirstOf(map, note)
                ? 'no finger is down yet'
                : 'hand stays where it was'}
            {isBroken(note.hold) && ' · broken: low strings first'}
          </p>
        </div>
      </div>
      <p className={`mt-1 text-sm leading-snug ${trouble ? 'text-madder' : ''}`}>{trouble?.text ?? why}</p>
      {note.pinned && picked && (
        <Button size="small" className="mt-1.5" onClick={() => lift(seat, note)}>
          <PinOff size={14} aria-hidden /> Lift the pin
        </Button>
      )}
      {note.pinned && !picked && (
        <p className="mt-0.5 flex items-center gap-1 text-sm text-rosin">
          <Pin size={13} aria-hidden /> pinned
        </p>
      )}
      {picked && <Instead seat={seat} map={map} answer={answer} />}
      {picked && <HandNotes {...later} />}
      {picked && <HandCommands {...later} />}
      {picked && <OtherChoices {...later} />}
    </>
  )
}
