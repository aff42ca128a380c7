'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import { BackLink } from '../parts/BackLink'
import { Steps } from '../desk/Steps'
import type { Retype as Save } from '../parts/actions'
import { useDraft } from './useDraft'
import { WriteView } from './WriteView'

type Props = { retype: Save; id: string; title: string; version: number; text: string }

/** How long typing must pause before a readable text is saved, in milliseconds. */
const WAIT = 900

/** Typing on at a piece of the shelf. Saves by itself whenever the text can be read; what cannot be read is kept in the browser. */
export function Retype({ retype, id, title, version, text: saved }: Props) {
  const { draft, keep, drop } = useDraft(`even-seat-text-${id}`)
  const state = useRef({ base: version, saved, busy: false })
  const [note, setNote] = useState('saved')
  const [pending, setPending] = useState<{ text: string } | null>(null)
  const onText = useCallback(
    (text: string, readable: boolean) => {
      if (text === state.current.saved) return
      keep(text)
      if (readable) setPending({ text })
      else setNote('not saved while it cannot be read; the text is kept in this browser')
    },
    [keep],
  )
  useEffect(() => {
    if (!pending) return
    const timer = setTimeout(async () => {
      const s = state.current
      if (pending.text === s.saved) return
      // A save is on its way: this text waits for its version.
      if (s.busy) return setPending({ ...pending })
      s.busy = true
      setNote('saving …')
      try {
        const done = await retype({ id, base: s.base, text: pending.text })
        if (!done.ok) return setNote(`not saved: ${done.problem}`)
        s.base = done.version
        s.saved = pending.text
        drop()
        setNote(done.lifted ? `saved; ${done.lifted} pin${done.lifted === 1 ? '' : 's'} lifted with the notes they stood on` : 'saved')
      } catch {
        setNote('not saved yet: no answer from the server; the text is kept in this browser')
      } finally {
        s.busy = false
      }
    }, WAIT)
    return () => clearTimeout(timer)
  }, [pending, id, drop, retype])
  return (
    <div className="flex h-screen flex-col">
      <header className="flex items-center gap-4 border-b border-rule bg-sheet px-3 py-1.5">
        <BackLink />
        <h1 className="font-title text-[17px]">{title}</h1>
        <Steps id={id} here="write" typed />
      </header>
      <main className="flex min-h-0 grow flex-col">
        {draft !== undefined && (
          <WriteView initial={draft ?? saved} onText={onText}>
            <p role="status" className="text-sm text-soft">
              {note}
            </p>
          </WriteView>
        )}
      </main>
    </div>
  )
}
