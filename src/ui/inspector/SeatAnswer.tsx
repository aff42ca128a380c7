'use client'

import { sayPositionKey } from '@/core/instruments/instrument'
import { handSteps, ornamentAt } from '@/core/fingering/along'
import { capital } from '@/core/names'
import { isStruck, struckIn } from '@/core/piece/struck'
import { Pin, PinOff } from 'lucide-react'
import { useDeferredValue, useMemo } from 'react'
import type { MappedNote, SeatMap } from '@/core/fingering/map'
import { reasonFor } from '@/core/fingering/reason'
import { isBroken, isLearned } from '@/core/hands/hold'
import type { SeatId } from '@/core/seats/seat'
import { answerAt, type MomentAnswer as Found } from '@/core/balance/timeline'
import { sayFrame, type Talk } from '@/core/plan/talk'
import { useDesk } from '@/ui/session/DeskProvider'
import { Button } from '@/ui/kit/Button'
import { printedPitch } from '@/core/music/noteName'
import { sayOrnament, sayProblem, sayReason, tellingOf } from '@/core/words/en/fingering'
import { sayStops } from '@/core/words/en/hands'
import { Fingerboard } from './Fingerboard'
import { HandCommands } from './HandCommands'
import { HandNotes } from './HandNotes'
import { OtherChoices } from './OtherChoices'
import { InPlace, Offers } from './Substitutes'

/** What a seat does at the picked moment. */
function useAnswer(seat: SeatId): { map: SeatMap; answer: Found | null } {
  const map = useDesk((d) => d.ensemble[seat])
  const beat = useDesk((d) => d.timeline[d.moment])
  const piece = useDesk((d) => d.piece)
  return { map, answer: useMemo(() => (beat ? answerAt(piece, map, beat.onset) : null), [piece, map, beat]) }
}

/** "Clap" or "Rest". */
const restWord = (map: SeatMap, { placed }: Found): string => capital(struckIn(map.line).get(placed.event.id) ?? 'rest')

/** The picked seat's answer at the picked moment: where, which finger, why, and what else. */
export function SeatAnswer({ seat }: { seat: SeatId }) {
  const { map, answer } = useAnswer(seat)
  const { name } = map.seat
  const talk = useDesk((d) => d.klass.talk)
  const first = answer?.notes[0]
  return (
    <section aria-label={name} aria-current className="border-t border-rule px-4 py-2.5">
      <div className="flex items-start justify-between gap-2">
        <h3 className="text-body font-semibold">{name}</h3>
        {first && (
          <span className="text-sm text-soft">
            {[...new Set(answer!.notes.map((n) => printedPitch(talk.names, n.pitch)))].join(' ')} written
          </span>
        )}
      </div>
      {!answer ? (
        <p className="text-soft">Nothing here.</p>
      ) : answer.placed.event.kind === 'rest' ? (
        <>
          <p className="text-soft">
            {restWord(map, answer)}: {isStruck(answer.placed.event) ? 'no finger down.' : 'the hand can get ready.'}
          </p>
          <Instead seat={seat} map={map} answer={answer} />
        </>
      ) : first ? (
        <Answer seat={seat} map={map} answer={answer} note={first} />
      ) : (
        <>
          <p className="text-madder">{troubleText(map, answer, talk) ?? 'Out of reach.'}</p>
          <Instead seat={seat} map={map} answer={answer} />
        </>
      )}
    </section>
  )
}

/** Another seat's answer in a line, opened by a pick. */
export function SeatLine({ seat }: { seat: SeatId }) {
  const { map, answer } = useAnswer(seat)
  const moment = useDesk((d) => d.moment)
  const pick = useDesk((d) => d.pick)
  const talk = useDesk((d) => d.klass.talk)
  const note = answer?.notes[0]
  const trouble = answer && troubleAt(map, answer)
  // What is pinned although it is new counts as pinned, and stays new.
  const marked =
    trouble && trouble.mark !== 'pin' ? (trouble.mark === 'new' ? 'new' : 'out') : note?.pinned && !isLearned(note.hold) ? 'new' : null
  const said = !answer
    ? 'nothing here'
    : answer.placed.event.kind === 'rest'
      ? restWord(map, answer).toLowerCase()
      : note
        ? `${capital(sayStops(talk, map.instrument, note.hold))}${isBroken(note.hold) ? ', broken' : ''}`
        : 'out of reach'
  return (
    <section aria-label={map.seat.name} className="border-t border-rule">
      <button
        type="button"
        onClick={() => pick(moment, seat)}
        aria-label={`${map.seat.name}: ${said}${marked === 'new' ? ', new' : ''}${note?.pinned ? ', pinned' : ''}; open`}
        className="flex min-h-9 w-full items-center gap-2 px-4 py-1 text-left hover:bg-wash/60"
      >
        <span className="w-[84px] shrink-0 truncate text-soft">{map.seat.name}</span>
        <span className={`min-w-0 grow truncate ${note ? 'font-semibold' : 'text-soft'}`}>{said}</span>
        {note?.position && note.position !== 'I' && (
          <span className="text-sm text-soft">{note.position === 'half' ? '½' : note.position}</span>
        )}
        {marked && <span className="text-sm font-semibold text-madder">{marked}</span>}
        {note?.pinned && <Pin size={13} aria-hidden className="text-pinned" />}
      </button>
    </section>
  )
}

const troubleAt = (map: SeatMap, { placed }: Found) => map.problems.find((p) => p.placed.event.id === placed.event.id)

/** The same in words. */
function troubleText(map: SeatMap, answer: Found, talk: Talk): string | undefined {
  const p = troubleAt(map, answer)
  return p && sayProblem(tellingOf(map, talk), p)
}

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
  handSteps(map)
    .slice(0, column)
    .every((s) => s.hold.open)

type AnswerProps = { seat: SeatId; map: SeatMap; answer: Found; note: MappedNote }

function Answer({ seat, map, answer, note }: AnswerProps) {
  const lift = useDesk((d) => d.lift)
  const talk = useDesk((d) => d.klass.talk)
  const why = useMemo(() => sayReason(tellingOf(map, talk), reasonFor(map, note)), [map, note, talk])
  const ornament = note.held ? null : ornamentAt(map, note.column)
  // A changed finger is drawn first; what else could be done is priced a moment later.
  const later = useDeferredValue(useMemo(() => ({ map, note }), [map, note]))
  const trouble = map.problems.find((p) => p.placed === note.placed)
  return (
    <>
      <div className="mt-0.5 flex items-center gap-3">
        <Fingerboard instrument={map.instrument} hold={note.hold} frame={note.frame} />
        <div>
          <p className="text-lg leading-tight font-bold first-letter:uppercase">
            {sayStops(talk, map.instrument, note.hold)}
            {note.pinned && <Pin size={14} role="img" aria-label="pinned" className="ml-1.5 inline text-pinned" />}
          </p>
          <p className="text-sm text-soft">
            {note.position
              ? `${sayPositionKey(note.position)} · ${note.frame ? sayFrame(talk, note.frame.name) : ''}`
              : isFirstOf(map, note)
                ? 'no finger down yet'
                : 'the hand stays'}
            {isBroken(note.hold) && ' · rolled from the low string'}
          </p>
        </div>
      </div>
      <p className={`mt-1 text-sm leading-snug ${trouble ? 'text-madder' : ''}`}>
        {trouble ? sayProblem(tellingOf(map, talk), trouble) : why}
      </p>
      {ornament && <p className="mt-1 text-sm leading-snug">{sayOrnament(tellingOf(map, talk), note.placed.at.key, ornament)}</p>}
      {note.pinned && (
        <Button size="small" className="mt-1.5" onClick={() => lift(seat, note)}>
          <PinOff size={14} aria-hidden /> Take the pin away
        </Button>
      )}
      <Instead seat={seat} map={map} answer={answer} />
      <HandNotes {...later} />
      <HandCommands {...later} />
      <OtherChoices {...later} />
    </>
  )
}
