'use client'

import { format } from 'date-fns'
import { Archive, Printer, Trash2 } from 'lucide-react'
import { useCallback, useEffect, useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { classApi, pieceApi } from '@/api/address'
import { differsReply, handoutsReply, type DiffersReply, type HandoutsReply } from '@/api/handouts'
import { handOutParams, type HandOut } from '@/api/handOut'
import { keptReply } from '@/api/practice'
import { count } from '@/core/count'
import { answer, Trouble } from '@/ui/kit/answer'
import { Button, buttonLook } from '@/ui/kit/Button'

type Kept = Extract<HandoutsReply, { ok: true }>['kept']
const said = (e: unknown): string => (e instanceof Trouble ? e.message : 'Something went wrong. Reload the page.')

/** What was printed and is kept as it was: to be printed again, with what is otherwise today. */
export function KeptSheets({ id, wanted, chosen }: { id: string; wanted: HandOut; chosen: boolean }) {
  const [kept, setKept] = useState<Kept | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const [name, setName] = useState('')
  const [busy, setBusy] = useState(false)
  const take = useCallback((reply: HandoutsReply) => {
    if (reply.ok) setKept(reply.kept)
    setTrouble(reply.ok ? null : reply.problem)
  }, [])
  const of = useClassId()
  const at = pieceApi(of, id, '/handouts')
  useEffect(() => {
    answer(handoutsReply, at).then(take, (e: unknown) => setTrouble(said(e)))
  }, [at, take])
  const keep = async () => {
    setBusy(true)
    try {
      const init = { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ name: name.trim() }) }
      take(await answer(handoutsReply, `${at}?${handOutParams(wanted)}`, init))
      setName('')
    } catch (e) {
      setTrouble(said(e))
    } finally {
      setBusy(false)
    }
  }
  const drop = (handout: string) =>
    answer(keptReply, classApi(of, `/handouts/${handout}`), { method: 'DELETE' })
      .then(() => answer(handoutsReply, at))
      .then(take, (e: unknown) => setTrouble(said(e)))
  return (
    <section aria-labelledby="kept">
      <details>
        <summary className="cursor-pointer">
          <h2 id="kept" className="panel-head inline">
            Saved prints
          </h2>
          {!!kept?.length && <span className="text-soft"> ({kept.length})</span>}
        </summary>
        <form
          className="flex flex-wrap items-center gap-1.5"
          onSubmit={(e) => {
            e.preventDefault()
            if (!busy && chosen) void keep()
          }}
        >
          <input
            aria-label="Name of this print"
            placeholder="a name, if you like"
            value={name}
            maxLength={120}
            onChange={(e) => setName(e.target.value)}
            className="tap min-w-0 flex-1 rounded border border-rule bg-sheet px-1.5 py-0.5"
          />
          <Button size="small" type="submit" disabled={busy || !chosen}>
            <Archive size={14} aria-hidden /> {busy ? 'Saving …' : 'Save it'}
          </Button>
        </form>
        {trouble && (
          <p role="alert" className="text-madder">
            {trouble}
          </p>
        )}
        {kept?.length === 0 && <p className="text-fine text-soft">A saved print stays exactly as it is, whatever you change later.</p>}
        <ul>
          {kept?.map((k) => {
            const called = `${k.name ? `${k.name}, ` : ''}${format(k.madeAt, 'd MMM yyyy, HH:mm')}`
            return (
              <li key={k.id} className="mt-1.5 border-t border-rule pt-1.5">
                <p className="flex items-center gap-1.5">
                  <span className="min-w-0 flex-1">{called}</span>
                  <a
                    href={classApi(of, `/handouts/${k.id}/file`)}
                    download
                    aria-label={`Print again: ${called}`}
                    className={`tap ${buttonLook('plain', 'small')}`}
                  >
                    <Printer size={14} aria-hidden /> Again
                  </a>
                  <button
                    type="button"
                    aria-label={`Delete: ${called}`}
                    onClick={() => void drop(k.id)}
                    className="tap rounded p-1 hover:bg-wash"
                  >
                    <Trash2 size={15} aria-hidden />
                  </button>
                </p>
                <Differs id={k.id} called={called} />
              </li>
            )
          })}
        </ul>
      </details>
    </section>
  )
}

/** What’s different today; worked out when it is asked for. */
function Differs({ id, called }: { id: string; called: string }) {
  const of = useClassId()
  const [found, setFound] = useState<DiffersReply | null>(null)
  const look = (isOpen: boolean) => {
    if (isOpen)
      answer(differsReply, classApi(of, `/handouts/${id}`)).then(setFound, (e: unknown) => setFound({ ok: false, problem: said(e) }))
  }
  return (
    <details className="text-fine" onToggle={(e) => look(e.currentTarget.open)}>
      <summary className="cursor-pointer text-soft">
        What’s different today<span className="sr-only">: {called}</span>
      </summary>
      {!found ? (
        <p role="status">Comparing …</p>
      ) : !found.ok ? (
        <p>{found.problem}</p>
      ) : found.decided.length + found.notes.length === 0 ? (
        <p>Nothing. Today’s fingering is the same as on this sheet{found.engine ? ', though Even Seat has changed' : ''}.</p>
      ) : (
        <ul className="list-disc pl-4">
          {[...found.decided, ...found.notes].map((text) => (
            <li key={text}>{text}</li>
          ))}
          {found.more > 0 && <li>and {count(found.more, 'note')} more.</li>}
        </ul>
      )}
    </details>
  )
}
