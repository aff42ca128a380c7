'use client'

import { useEffect, useState, useSyncExternalStore, type ReactNode } from 'react'
import { Outline } from './Outline'

/**
 * A value on its way from a page to its screen, as JSON, with what is said until it is drawn. It is left to the browser:
 * laying it out would keep the server from answering others. A large one is deflated, as base64: a piece of a thousand
 * measures is a twentieth of its size this way. Made in src/app/packed.ts.
 */
export type Packed<T> = ({ readonly json: string } | { readonly deflated: string }) & { readonly said: string; readonly holds?: T }

/** A value that was deflated. What inflates is loaded when there is something to inflate. */
export async function inflated<T>(deflated: string): Promise<T> {
  const { inflateSync, strFromU8 } = await import('fflate')
  return JSON.parse(strFromU8(inflateSync(Uint8Array.from(atob(deflated), (c) => c.charCodeAt(0))))) as T
}

const never = () => () => {}

/** Whether this is drawn by a browser; not by the server, nor where the browser takes up what the server has drawn. */
const useInBrowser = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  )

type Props<T> = {
  packed: Packed<T>
  /** What stands there until it is drawn, where it is not the usual outline. */
  until?: (says: string) => ReactNode
  children: (value: T) => ReactNode
}

/** Draws what was packed, in the browser; until then an outline that says what is coming. */
export function Unpacked<T>({ packed, until, children }: Props<T>) {
  const inBrowser = useInBrowser()
  const [value, setValue] = useState<{ of: T } | null>(null)
  const [failed, setFailed] = useState<{ e: unknown } | null>(null)
  const deflated = 'deflated' in packed ? packed.deflated : null
  if (inBrowser && value === null && 'json' in packed) setValue({ of: JSON.parse(packed.json) as T })
  useEffect(() => {
    if (deflated === null) return
    let wanted = true
    inflated<T>(deflated).then(
      (of) => wanted && setValue((v) => v ?? { of }),
      (e: unknown) => wanted && setFailed({ e }),
    )
    return () => {
      wanted = false
    }
  }, [deflated])
  // What reads it could not be loaded: the page says so, and how to try again.
  if (failed) throw failed.e
  if (value) return children(value.of)
  return until ? until(packed.said) : <Outline says={packed.said} rows={8} />
}
