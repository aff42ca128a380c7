'use client'

import { useMemo, useState } from 'react'
import { useClassId, useNoteNames } from '@/ui/kit/InClass'
import { heardAs, type Needle } from '@/core/hearing/needle'
import { aimAt, sayShift } from '@/core/practice/aims'
import { Trouble } from '@/ui/kit/answer'
import { Button } from '@/ui/kit/Button'
import { useDesk } from '@/ui/session/DeskProvider'
import { aimOf, keepAtServer } from '@/ui/session/record'

/** The last of some values that was there: what was heard stays until something else is. */
function useLast<T>(value: T | null): T | null {
  const [last, setLast] = useState(value)
  if (value !== null && value !== last) setLast(value)
  return value ?? last
}

/** A try at the picked note, or at the shift that leads to it, kept in the log of aims once the note has ended. */
export function LogTry({ event, needle }: { event: string; needle: Needle | null }) {
  const of = useClassId()
  const names = useNoteNames()
  const map = useDesk((d) => d.ensemble[d.seat])
  const piece = useDesk((d) => d.id)
  const at = useMemo(() => aimAt(map, event), [map, event])
  const [said, setSaid] = useState<{ readonly text: string; readonly bad: boolean } | null>(null)
  const [busy, setBusy] = useState(false)
  // A try is logged once.
  const [logged, setLogged] = useState<number | null>(null)
  const cents = useLast(needle?.kind === 'heard' && needle.held ? Math.round(needle.cents * 10) / 10 : null)
  if (!at) return null
  const log = () => {
    if (cents === null) return
    setBusy(true)
    const aim = aimOf({ piece, ...at, student: '', heard: heardAs(cents), cents })
    keepAtServer(of, 'aims', aim)
      .then(() => {
        setLogged(cents)
        setSaid({ text: `Logged: ${aim.heard}, ${cents} cents.`, bad: false })
      })
      .catch((e: unknown) => setSaid({ text: e instanceof Trouble ? e.message : 'We couldn’t log it. Try again.', bad: true }))
      .finally(() => setBusy(false))
  }
  return (
    <div className="grid gap-1 text-sm">
      <p>
        {at.from === at.to ? 'A try at' : 'A shift lands here:'} {sayShift(at, names)}.
      </p>
      <span className="flex flex-wrap items-center gap-2">
        <Button size="small" disabled={busy || cents === null || cents === logged} onClick={log}>
          Log this try
        </Button>
        {said && <span role={said.bad ? 'alert' : 'status'}>{said.text}</span>}
      </span>
    </div>
  )
}
