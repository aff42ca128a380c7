'use client'

import Link from 'next/link'
import { useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { piecePage } from '@/api/address'
import { Button } from '@/ui/kit/Button'
import { sendToShelf } from '@/ui/session/put'
import { usePractise } from './usePractise'

/** Makes the drill that is looked at a piece of its own, with its fingers. */
export function ShelveDrill() {
  const of = useClassId()
  const music = usePractise((p) => p.music)
  const [state, setState] = useState<{ of: string; added?: string; problem?: string; busy?: true } | null>(null)
  if (!music) return null
  const { id, title } = music.info
  const mine = state?.of === id ? state : null
  const put = async () => {
    setState({ of: id, busy: true })
    const reply = await sendToShelf(of, new File([], `${title}.json`), [{ piece: music.piece, plan: music.plan }])
    setState(reply.ok ? { of: id, added: reply.added[0]?.id } : { of: id, problem: reply.problem })
  }
  return (
    <p aria-live="polite">
      {mine?.added ? (
        <>
          Added to your pieces:{' '}
          <Link href={piecePage(of, mine.added)} className="text-link underline underline-offset-2">
            {title}
          </Link>
          .
        </>
      ) : (
        <Button onClick={() => void put()} disabled={mine?.busy}>
          Add it to your pieces
        </Button>
      )}
      {mine?.problem && <span className="mt-1 block text-madder">We couldn’t add it: {mine.problem}.</span>}
    </p>
  )
}
