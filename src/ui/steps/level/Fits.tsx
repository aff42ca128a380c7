'use client'

import { useCalled } from '@/ui/kit/InClass'
import { Play, Scale, Square } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { classApi, pieceApi, piecePage } from '@/api/address'
import { notesReply } from '@/api/notes'
import { shelfReply } from '@/api/shelf'
import type { Fits as Found } from '@/core/composing/fit'
import { count } from '@/core/count'
import { sayAgainst, sayCanPlay, sayFit, sayFitWhy, saySides } from '@/core/words/en/composing'
import { emptyPlan } from '@/core/plan/plan'
import { writeAbc } from '@/formats/abc/write'
import { answer, Trouble } from '@/ui/kit/answer'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import { useRehearsal, useRehearsalStore } from '@/ui/rehearse/useRehearsal'
import { DeskProvider, useDesk, useDeskStore, useSeats } from '@/ui/session/DeskProvider'
import { sendToShelf } from '@/ui/session/put'
import { findFit } from './weigher'

/** What is laid beside the tune: a line of the piece, the tune itself some measures later, or another piece of the shelf. */
type Beside = `line ${number}` | `round ${number}` | `piece ${string}`

/** How many measures later a round is tried at the most, how many pieces are listed, and how many places are named. */
const [MOST_LATER, MOST_PIECES, MOST_NAMED] = [8, 60, 12]

type Made = { readonly piece: unknown; readonly beside: Beside; readonly found: Found | string }

/** Whether two lines fit: what rubs where and why, who could play which, and how it sounds. */
export function Fits() {
  const called = useCalled()
  const of = useClassId()
  const store = useDeskStore()
  const piece = useDesk((d) => d.piece)
  const id = useDesk((d) => d.id)
  const klass = useDesk((d) => d.klass)
  const [beside, setBeside] = useState<Beside>(piece.lines.length > 1 ? 'line 1' : 'round 1')
  const [pieces, setPieces] = useState<readonly { id: string; title: string }[] | null>(null)
  const [made, setMade] = useState<Made | null>(null)
  const [busy, setBusy] = useState(false)
  // What was found of other notes does not speak of these.
  const found = made?.piece === piece && made.beside === beside ? made.found : null
  const listed = () => {
    if (pieces) return
    void fetch(classApi(of, `/shelf?${new URLSearchParams({ q: '', from: '0' }).toString()}`))
      .then(async (r) => shelfReply.parse(await r.json()))
      .then(
        ({ cards }) => setPieces(cards.filter((c) => c.id !== id).slice(0, MOST_PIECES)),
        () => setPieces([]),
      )
  }
  const look = async () => {
    const now = store.getState()
    setBusy(true)
    const tell = (f: Found | string) => setMade({ piece: now.piece, beside, found: f })
    try {
      const [kind, which] = beside.split(' ')
      let other = { piece: now.piece, line: 0, after: 0 }
      if (kind === 'line') other = { ...other, line: Number(which) }
      else if (kind === 'round') other = { ...other, after: Number(which) }
      else {
        const reply = await answer(notesReply, pieceApi(of, which, '/notes'))
        if (!reply.ok) return tell(reply.problem)
        other = { ...other, piece: reply.piece }
      }
      tell(await findFit({ piece: now.piece, plan: now.plan, klass: now.klass }, other))
    } catch (e) {
      tell(e instanceof Trouble ? e.message : 'We couldn’t compare them. Reload the page and try again.')
    } finally {
      setBusy(false)
    }
  }
  const measures = piece.lines[0].measures.length
  return (
    <section aria-labelledby="fits" className="mt-4 border-t border-rule pt-3">
      <h2 id="fits" className="font-title text-lg">
        Do two lines fit?
      </h2>
      <p className="mb-2 max-w-prose text-soft">
        Compare the first line of this piece with another: where they clash, and who can play which.
      </p>
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-1.5">
          with
          <Select
            aria-label="The other line"
            value={beside}
            onFocus={listed}
            onPointerDown={listed}
            onChange={(e) => setBeside(e.target.value as Beside)}
            className="max-w-80"
          >
            {piece.lines.slice(1).map((l, i) => (
              <option key={i} value={`line ${i + 1}`}>
                line {i + 2} of this piece: {l.name}
              </option>
            ))}
            {Array.from({ length: Math.min(MOST_LATER, measures - 1) }, (_, i) => (
              <option key={i} value={`round ${i + 1}`}>
                itself, {called(count(i + 1, 'measure'))} later (a round)
              </option>
            ))}
            {(pieces ?? []).map((p) => (
              <option key={p.id} value={`piece ${p.id}`}>
                {p.title}
              </option>
            ))}
          </Select>
        </label>
        <Button onClick={() => void look()} disabled={busy}>
          <Scale size={16} aria-hidden /> {busy ? 'Comparing …' : 'Compare'}
        </Button>
      </div>
      {typeof found === 'string' && (
        <p role="alert" className="mt-2 text-madder">
          {found}
        </p>
      )}
      {found && typeof found !== 'string' && <Told found={found} klass={klass} />}
    </section>
  )
}

function Told({ found: { fit, duet, who }, klass }: { found: Found; klass: Parameters<typeof DeskProvider>[0]['klass'] }) {
  const seats = useSeats()
  const line = useDesk((d) => d.piece.lines[0])
  const { names } = klass.talk
  // Every other seat takes the second line, so that both are heard.
  const plan = { ...emptyPlan(), lines: Object.fromEntries(seats.map((s, i) => [s.id, i % 2])) }
  return (
    <div role="status" className="mt-2 grid gap-2">
      <p className="font-semibold">{sayFit(line, fit)}</p>
      {sayFitWhy(fit) && (
        <details>
          <summary className="cursor-pointer text-sm text-link underline underline-offset-2">In figures</summary>
          <p className="text-sm">{sayFitWhy(fit)}</p>
        </details>
      )}
      {!fit.apart && (
        <p className="text-soft">
          {saySides(names, fit.sides)}{' '}
          {fit.crossed > 0 && fit.places > 0 && `As written, the second goes above the first at ${count(fit.crossed, 'place')}.`}
        </p>
      )}
      {fit.against.length > 0 && (
        <ul className="list-disc pl-5">
          {fit.against.slice(0, MOST_NAMED).map((a, i) => (
            <li key={i} className={a.strong ? 'font-semibold' : ''}>
              {sayAgainst(line, names, a)}
            </li>
          ))}
          {fit.against.length > MOST_NAMED && <li>and {fit.against.length - MOST_NAMED} more.</li>}
        </ul>
      )}
      {who.length > 0 && (
        <div>
          <h3 className="panel-head">Who can play which</h3>
          <ul className="list-disc pl-5">
            {who.map((w) => (
              <li key={w.seat}>{sayCanPlay(w)}</li>
            ))}
          </ul>
        </div>
      )}
      {duet && (
        <DeskProvider id="" piece={duet} plan={plan} klass={klass} version={0}>
          <Both />
        </DeskProvider>
      )}
    </div>
  )
}

/** Plays both lines, and puts them on the shelf as a piece of their own. */
function Both() {
  const of = useClassId()
  const router = useRouter()
  const { toggle, stop } = useRehearsalStore()
  const playing = useRehearsal((r) => r.playing)
  const trouble = useRehearsal((r) => r.trouble)
  const piece = useDesk((d) => d.piece)
  const plan = useDesk((d) => d.plan)
  const seats = useSeats()
  const [problem, setProblem] = useState('')
  useEffect(() => stop, [stop])
  const put = async () => {
    const text = writeAbc(piece)
    const brought = await sendToShelf(of, new File([text], 'two-lines.abc'), [{ piece, text, plan }])
    if (brought.ok) router.push(piecePage(of, brought.added[0].id))
    else setProblem(brought.problem)
  }
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Button onClick={toggle}>
        {playing ? <Square size={16} aria-hidden /> : <Play size={16} aria-hidden />} {playing ? 'Stop' : 'Hear both'}
      </Button>
      <Button onClick={() => void put()}>Add both to your pieces as one piece</Button>
      {seats.length > 1 && (
        <span className="text-fine text-soft">
          {seats
            .filter((_, i) => i % 2)
            .map((s) => s.name)
            .join(', ')}
          : the second line.
        </span>
      )}
      {(trouble || problem) && (
        <span role="alert" className="text-madder">
          {trouble || problem}
        </span>
      )}
    </div>
  )
}
