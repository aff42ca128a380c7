'use client'

import Link from 'next/link'
import { useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { classApi, piecePage } from '@/api/address'
import { easierReply, type EasierReply } from '@/api/practice'
import { answer, Trouble } from '@/ui/kit/answer'
import { Button } from '@/ui/kit/Button'

type Found = Extract<EasierReply, { ok: true }>

/** What does not fit, what would make it fit, and, when it is asked for, whether an easier key would. */
export function Problem({ text, today }: { text: string; today: string }) {
  const of = useClassId()
  const [found, setFound] = useState<Found | 'asked' | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const ask = () => {
    setFound('asked')
    setTrouble(null)
    answer(easierReply, classApi(of, `/plan/easier?today=${today}`))
      .then((reply) => {
        if (reply.ok) return setFound(reply)
        throw new Trouble(reply.problem)
      })
      .catch((e: unknown) => {
        setFound(null)
        setTrouble(e instanceof Trouble ? e.message : 'We couldn’t try the keys. Try again.')
      })
  }
  return (
    <div className="mb-3 grid justify-items-start gap-2 rounded-md bg-wash px-3 py-2">
      <p role="status">{text}</p>
      {found === null || found === 'asked' ? (
        <Button size="small" disabled={found === 'asked'} onClick={ask}>
          {found === 'asked' ? 'Trying other keys …' : 'Would an easier key fit?'}
        </Button>
      ) : (
        <p role="status">
          {found.text}{' '}
          {found.where && (
            <Link href={piecePage(of, found.where, 'balance')} className="text-link underline underline-offset-2">
              Choose a key
            </Link>
          )}
        </p>
      )}
      {trouble && (
        <p role="alert" className="text-madder">
          {trouble}
        </p>
      )}
    </div>
  )
}
