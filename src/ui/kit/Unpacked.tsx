'use client'

import { useEffect, useState, type ReactNode } from 'react'

/**
 * A value on its way from a page to its screen, as JSON. A large one is deflated, as base64, and left to the browser with
 * what is said meanwhile: a piece of a thousand measures is a twentieth of its size this way, and laying it out would keep
 * the server from answering others. Made in src/app/packed.ts.
 */
export type Packed<T> = ({ readonly json: string } | { readonly deflated: string; readonly said: string }) & { readonly holds?: T }

/** A value that was deflated. What inflates is loaded when there is something to inflate. */
export async function inflated<T>(deflated: string): Promise<T> {
  const { inflateSync, strFromU8 } = await import('fflate')
  return JSON.parse(strFromU8(inflateSync(Uint8Array.from(atob(deflated), (c) => c.charCodeAt(0))))) as T
}

/** Draws what was packed: at once, on the server too, or what is said until the browser has unpacked it. */
export function Unpacked<T>({ packed, children }: { packed: Packed<T>; children: (value: T) => ReactNode }) {
  const [value, setValue] = useState(() => ('json' in packed ? { of: JSON.parse(packed.json) as T } : null))
  const [failed, setFailed] = useState<{ e: unknown } | null>(null)
  const deflated = 'deflated' in packed ? packed.deflated : null
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
  return (
    <p role="status" className="px-6 py-16 text-center text-soft">
      {'said' in packed && packed.said}
    </p>
  )
}
