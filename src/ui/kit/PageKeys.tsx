'use client'

import { Suspense, useMemo, useState } from 'react'
import { listed, useKeys, type KeyRow } from './keys'
import { later } from './Opens'

const dialog = later(() => import('./KeyDialog').then((m) => m.KeyDialog))

const HELP: readonly KeyRow<() => void>[] = [{ keys: '?', words: 'this list', run: { '?': (show) => show() } }]

/** The list of a page's keys, under `?`: made from the tables that run them, and fetched when it is asked for. */
export function PageKeys({ tables }: { tables: readonly (readonly Pick<KeyRow<never>, 'keys' | 'words'>[])[] }) {
  const [open, setOpen] = useState(false)
  const lists = useMemo(() => [listed([...tables.flat(), ...HELP])], [tables])
  useKeys(HELP, () => () => setOpen(true))
  return (
    open && (
      <Suspense>
        <dialog.Part open onOpenChange={setOpen} title="Keys" lists={lists} />
      </Suspense>
    )
  )
}
