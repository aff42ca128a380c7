'use client'

import { useRouter } from 'next/navigation'
import { useCallback, useRef, useState, useTransition } from 'react'
import type { BringFile } from '../parts/actions'
import { BackLink } from '../parts/BackLink'
import { Button } from '../parts/Button'
import { useDraft } from './useDraft'
import { WriteView } from './WriteView'

/** What a new tune begins with: a heading to fill in, and a bar to show how it goes. */
const BEGIN = `X:1
T:New tune
M:4/4
L:1/4
Q:1/4=90
K:D
D E F G | A2 A2 |]
`

/** Typing a tune that is not on the shelf yet. */
export function NewTune({ bringFile }: { bringFile: BringFile }) {
  const router = useRouter()
  const { draft, keep, drop } = useDraft('even-seat-new-tune')
  const latest = useRef<string | null>(null)
  const [readable, setReadable] = useState(false)
  const [problem, setProblem] = useState('')
  const [pending, start] = useTransition()
  const onText = useCallback(
    (text: string, ok: boolean) => {
      latest.current = text
      setReadable(ok)
      if (text !== BEGIN) keep(text)
    },
    [keep],
  )
  const put = () =>
    start(async () => {
      const brought = await bringFile({ name: 'typed.abc', text: latest.current ?? draft ?? BEGIN })
      if (!brought.ok) return setProblem(brought.problems[0])
      drop()
      router.push(`/pieces/${brought.id}`)
    })
  return (
    <div className="flex h-screen flex-col">
      <header className="flex items-center gap-4 border-b border-rule bg-sheet px-3 py-2">
        <BackLink />
        <h1 className="font-title text-[17px]">Type a tune</h1>
        <p className="text-soft">
          Letters are notes: <b>D</b> low, <b>d</b> an octave higher; <b>D2</b> twice as long; <b>^F =F _B</b> signs; <b>|</b> barline;{' '}
          <b>(</b> <b>)</b> slur; <b>z</b> rest.
        </p>
      </header>
      <main className="flex min-h-0 grow flex-col">
        {draft !== undefined && (
          <WriteView initial={draft ?? BEGIN} onText={onText}>
            <div className="flex items-center gap-3">
              <Button kind="filled" disabled={!readable || pending} onClick={put}>
                Put it on the shelf and map it
              </Button>
              <span className="text-sm text-soft">{problem || 'The draft is kept in this browser meanwhile.'}</span>
            </div>
          </WriteView>
        )}
      </main>
    </div>
  )
}
