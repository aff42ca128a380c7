'use client'

import { useState, useTransition } from 'react'
import { Button } from '@/ui/kit/Button'
import { Mark } from '@/ui/kit/Mark'

/** Where to after signing in: the page that was asked for, if it is one of ours. */
const wanted = (): string => {
  const to = new URLSearchParams(window.location.search).get('to') ?? '/'
  return /^\/(?![/\\])/.test(to) ? to : '/'
}

/** Asks for the passphrase. */
export function SignIn() {
  const [problem, setProblem] = useState('')
  const [pending, start] = useTransition()
  const send = (passphrase: string) =>
    start(async () => {
      try {
        const response = await fetch('/api/session', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ passphrase }),
        })
        // Loaded while the answer comes: the page itself needs none of it.
        const { signInReply } = await import('@/api/signIn')
        const answer = signInReply.parse(await response.json())
        if (answer.ok) window.location.assign(wanted())
        else setProblem(answer.problem)
      } catch {
        setProblem('No answer from Even Seat. Is it still running?')
      }
    })
  return (
    <main className="mx-auto flex max-w-md flex-col gap-4 px-6 py-24">
      <Mark size={40} />
      <h1 className="font-title text-2xl">Even Seat is locked</h1>
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          send(String(new FormData(e.currentTarget).get('passphrase') ?? ''))
        }}
      >
        <label htmlFor="passphrase">Teacher’s passphrase</label>
        <input
          id="passphrase"
          name="passphrase"
          type="password"
          autoComplete="current-password"
          required
          autoFocus
          maxLength={500}
          className="rounded-md border border-rule bg-sheet px-3 py-2"
        />
        <Button kind="filled" type="submit" disabled={pending} className="self-start">
          Open
        </Button>
        <p role="alert" className="min-h-6 text-madder">
          {problem}
        </p>
      </form>
      <p className="text-sm text-soft">
        Forgot it? On the computer that runs Even Seat, <code className="whitespace-nowrap">npm run passphrase</code> sets a new one.
      </p>
    </main>
  )
}
