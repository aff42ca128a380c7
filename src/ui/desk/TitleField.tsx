'use client'

import { Pencil } from 'lucide-react'
import { useState } from 'react'
import { useDesk } from '@/ui/session/DeskProvider'

/** The title of the piece; a click on it renames in place (Enter keeps, Escape leaves it). */
export function TitleField() {
  const title = useDesk((d) => d.piece.title)
  const rename = useDesk((d) => d.rename)
  const [editing, setEditing] = useState(false)
  if (!editing)
    return (
      <h1 className="truncate font-title text-lead">
        <button
          type="button"
          title="Rename"
          onClick={() => setEditing(true)}
          className="group inline-flex max-w-full items-center gap-1.5 truncate rounded"
        >
          {title}
          <Pencil size={13} className="text-soft opacity-0 group-hover:opacity-100 group-focus-visible:opacity-100" aria-hidden />
        </button>
      </h1>
    )
  return (
    <input
      autoFocus
      aria-label="Title"
      defaultValue={title}
      maxLength={200}
      className="w-64 rounded border border-rule bg-sheet px-1 font-title text-lead"
      onFocus={(e) => e.target.select()}
      onBlur={(e) => {
        rename(e.target.value)
        setEditing(false)
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur()
        if (e.key === 'Escape') setEditing(false)
      }}
    />
  )
}
