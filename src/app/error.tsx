'use client'

import { Button } from '@/ui/kit/Button'

/** When a page cannot be shown: what, and what to do. The cause stands in the server's output. */
export default function Failure({ reset }: { error: Error; reset: () => void }) {
  return (
    <main className="mx-auto max-w-xl px-6 py-16">
      <h1 className="font-title text-2xl">We couldn’t show this page</h1>
      <p className="mt-2 text-soft">
        What you saved is safe. Try again. If it keeps happening, look at the window where Even Seat was started: it says why.
      </p>
      <Button kind="filled" className="mt-4" onClick={reset}>
        Try again
      </Button>
    </main>
  )
}
