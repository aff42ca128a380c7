'use client'

import { ChevronUp } from 'lucide-react'
import { useId, useState, type ReactNode } from 'react'

type Props = {
  name: string
  /** Beside the music, in pixels. */
  width: number
  /** Opened from elsewhere: it is shown at once. */
  open: boolean
  children: ReactNode
}

/** What stands beside the music; on a narrow screen a drawer below it, opened by its handle. */
export function Beside({ name, width, open, children }: Props) {
  const [pulled, setPulled] = useState(false)
  const id = useId()
  const shown = pulled || open
  return (
    <div className="beside" data-open={shown || undefined} style={{ '--beside': `${width}px` } as React.CSSProperties}>
      <button type="button" className="beside-handle" aria-expanded={shown} aria-controls={id} onClick={() => setPulled(!pulled)}>
        <ChevronUp size={17} aria-hidden className={shown ? 'rotate-180' : ''} /> {name}
      </button>
      <div id={id} className="beside-panel">
        {children}
      </div>
    </div>
  )
}
