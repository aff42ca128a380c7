'use client'

import { SaveChoice, saySave } from '@/ui/kit/SaveChoice'
import { useDesk, useDeskStore } from '@/ui/session/DeskProvider'
import { takeTheirs } from '@/ui/kit/autosave'

/** Says in the heading how the saving stands. */
export function SaveNote() {
  const save = useDesk((d) => d.save)
  const words = useDesk((d) => saySave(d.save, d.problem))
  return (
    <span role="status" className={save === 'failed' ? 'font-semibold text-madder' : ''}>
      {words}
    </span>
  )
}

export function SaveTrouble() {
  const store = useDeskStore()
  return <SaveChoice save={useDesk((d) => d.save)} keepMine={useDesk((d) => d.keepMine)} takeTheirs={() => void takeTheirs(store)} />
}
