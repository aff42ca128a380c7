'use client'

import { useRouter } from 'next/navigation'
import { useState, useTransition } from 'react'
import { useStore } from 'zustand'
import { useClassId } from '@/ui/kit/InClass'
import { piecePage } from '@/api/address'
import { begunPiece } from '@/core/writing/begin'
import type { ClassSettings } from '@/core/plan/class'
import { Button } from '@/ui/kit/Button'
import { sendToShelf } from '@/ui/session/put'
import { useKeptText } from './useKeptText'
import { WriteFrame } from './Write'
import { createWrite, type WriteState } from './writeStore'

/** Where the draft is kept in the browser, and whether there is one worth keeping. */
const KEPT = 'even-seat-new-tune'
/** Before anything has been said of it. */
const PLAIN = { title: '', key: { fifths: 2, mode: 'major' }, meter: { beats: 4, unit: 4 }, pickup: 0 } as const
const isBegun = (s: WriteState): boolean => s.past.length > 0 || s.text !== s.good

/** Writing a tune that is not on the shelf yet; its draft is kept in the browser. */
export function NewTune({ klass }: { klass: ClassSettings }) {
  const of = useClassId()
  const router = useRouter()
  const [store] = useState(() => createWrite({ id: '', version: 1, piece: begunPiece(PLAIN), text: '' }))
  const [asks, setAsks] = useState(true)
  const begun = useStore(store, isBegun)
  const title = useStore(store, (s) => s.draft.piece.title)
  useKeptText(store, KEPT, isBegun)
  const readable = useStore(store, (s) => s.reading === null || s.reading.ok)
  const [problem, setProblem] = useState('')
  const [pending, start] = useTransition()
  const put = () =>
    start(async () => {
      const { draft, good } = store.getState()
      const brought = await sendToShelf(of, new File([good], 'typed.abc'), [{ piece: draft.piece, text: good }])
      if (!brought.ok) return setProblem(brought.problem)
      localStorage.removeItem(KEPT)
      router.push(piecePage(of, brought.added[0].id))
    })
  return (
    <WriteFrame
      store={store}
      title={asks && !begun ? 'Type a tune' : title}
      klass={klass}
      begin={
        asks && !begun
          ? (beginning) => {
              store.getState().begin(begunPiece(beginning))
              setAsks(false)
            }
          : null
      }
    >
      <div className="flex flex-wrap items-center gap-3">
        <Button kind="filled" disabled={!readable || pending} onClick={put}>
          Add it to your pieces
        </Button>
        <span className="text-sm text-soft">{problem || 'We keep the draft in this browser until then.'}</span>
      </div>
    </WriteFrame>
  )
}
