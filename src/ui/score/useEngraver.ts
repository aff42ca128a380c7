'use client'

import { useEffect, useRef, useState } from 'react'
import { keptWorker } from '@/ui/kit/workerClient'
import type { Engraver, SystemsRequest } from '@/workers/protocol'

/** One worker for the page: loading the engraver takes a second, and it is kept. A long score may take as long as it needs. */
const engraver = keptWorker<Engraver>(() => new Worker(new URL('../../workers/engrave.worker.ts', import.meta.url), { type: 'module' }))

type Engraved = { readonly systems: readonly string[]; readonly state: 'working' | 'ready' | 'failed' }

type Done = { readonly of: SystemsRequest | null; readonly systems: readonly string[]; readonly failed: boolean }

/** Systems of a score, engraved away from the page; the last drawing stays until the next is ready. Null asks for nothing. */
export function useEngraver(request: SystemsRequest | null): Engraved {
  const [done, setDone] = useState<Done>({ of: null, systems: [], failed: false })
  const newest = useRef(0)
  const { mei, width, scale } = request ?? {}
  useEffect(() => {
    if (mei === undefined || width === undefined || scale === undefined) return
    const mine = ++newest.current
    const of = { mei, width, scale }
    engraver
      .ask((w) => w.systems(of))
      .then(
        (systems) => mine === newest.current && setDone({ of, systems, failed: false }),
        () => mine === newest.current && setDone((d) => ({ ...d, of, failed: true })),
      )
  }, [mei, width, scale])
  const current = done.of?.mei === mei && done.of?.width === width && done.of?.scale === scale
  return { systems: done.systems, state: !current ? 'working' : done.failed ? 'failed' : 'ready' }
}
