'use client'

import { useSyncExternalStore } from 'react'

const never = () => () => undefined

/** Whether this is the browser: false on the server and while the page is taken over. */
export const useHere = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  )

/** What is left to the browser, because it would keep the server from answering others: until then, what is being done. */
export function OnceHere({ when, said, children }: { when: boolean; said: string; children: () => React.ReactNode }) {
  const here = useHere()
  return when && !here ? (
    <p role="status" className="px-6 py-16 text-center text-soft">
      {said}
    </p>
  ) : (
    children()
  )
}

/** From so many measures on, counted in all lines, a piece is laid out in the browser only. */
export const LONG = 160
