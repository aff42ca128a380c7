'use client'

import { useMemo } from 'react'
import { bowingOf, type Pace } from '@/core/bowing/bow'
import { pluckedIn } from '@/core/bowing/strokes'
import { handsAlong, type FingerOn } from '@/core/fingering/down'
import { frameChangeAt, sayFrameChange } from '@/core/fingering/frameChange'
import type { MappedNote, SeatMap } from '@/core/fingering/map'
import { movesOf } from '@/core/fingering/moves'
import { trueChecksOf } from '@/core/hands/trueChecks'
import { sayWrongBow } from '@/core/words/en/bowing'
import { sayFingers, sayHandMove } from '@/core/words/en/fingering'
import { sayCheck, type Tongue } from '@/core/words/en/hands'
import { capital } from '@/core/names'
import { useDesk } from '@/ui/session/DeskProvider'

/** What the hand and the bow do around a note: how it is come to, what stays down, what can be set ahead, and the bow. */
export function HandNotes({ map, note }: { map: SeatMap; note: MappedNote }) {
  const piece = useDesk((d) => d.piece)
  const talk = useDesk((d) => d.klass.talk)
  const rows = useMemo(() => facts(talk, map, note), [talk, map, note])
  const bowing = bowingOf(piece, map.line)
  const stroke = bowing.byEvent.get(note.placed.event.id)
  const wrong = map.setup.policy.downbeats === 'down' && bowing.wrong.find((w) => stroke?.events.includes(w.event))
  const plucked = pluckedIn(map.line).has(note.placed.event.id)
  const first = stroke?.events[0] === note.placed.event.id
  return (
    <dl className="mt-2 grid grid-cols-[62px_1fr] gap-x-2 gap-y-0.5 text-sm leading-snug">
      {rows.map((r) => (
        <Row key={r.name} name={r.name} text={r.text} />
      ))}
      {stroke && (
        <Row
          name="bow"
          text={`${stroke.retake && first ? 'Lift and start again. ' : ''}${first ? '' : 'Still '}${first ? capital(stroke.bow) : stroke.bow}-bow, ${stroke.contact}.${PACE[stroke.pace]}${stroke.given ? ' Marked in the piece.' : ''}`}
        />
      )}
      {plucked && <Row name="bow" text="Pluck it." />}
      {wrong && <Row name="" text={sayWrongBow(map.line, wrong.facts)} trouble />}
    </dl>
  )
}

const PACE: Record<Pace, string> = { even: '', save: ' Slowly: save bow.', quick: ' Quickly: the next bow needs the other end.' }

const Row = ({ name, text, trouble = false }: { name: string; text: string; trouble?: boolean }) => (
  <>
    <dt className="text-soft">{name}</dt>
    <dd className={trouble ? 'font-semibold text-ochre' : ''}>{text}</dd>
  </>
)

function facts(talk: Tongue, map: SeatMap, note: MappedNote): { name: string; text: string }[] {
  const hand = handsAlong(map)[note.column]
  const moves = movesOf(map)
  const written = moves.find((m) => m.to === note.column && !m.jump)
  const again = moves.find((m) => m.to === note.column && m.jump)
  const frame = frameChangeAt(map, note)
  const on = (list: readonly FingerOn[]) => sayFingers(talk, map.instrument, list)
  return [
    { name: 'hand', text: written ? sayHandMove(written).join(' ') : '' },
    { name: 'pattern', text: frame ? sayFrameChange(frame) : '' },
    { name: 'repeat', text: again ? sayHandMove(again).join(' ') : '' },
    { name: 'down', text: hand.down.length > 1 ? `${on(hand.down)}.${hand.keep.length ? ` Keep ${on(hand.keep)} down.` : ''}` : '' },
    {
      name: 'ahead',
      text: hand.prepare
        ? `Set ${on(hand.prepare.fingers)} ${hand.prepare.during === 'rest' ? 'in the next rest' : 'while the open string rings'}.`
        : '',
    },
    { name: 'check', text: note.chord ? '' : checks(talk, map, note) },
  ].filter((r) => r.text)
}

/** The open strings that a stopped note can be tested against, nearest first. */
function checks(talk: Tongue, { instrument }: SeatMap, { stop }: MappedNote): string {
  const said = trueChecksOf(instrument, stop).map((c) => sayCheck(talk, instrument, c))
  return said.length ? `${capital(said.join(', '))}.` : ''
}
