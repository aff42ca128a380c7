'use client'

import { SlidersHorizontal } from 'lucide-react'
import { Button } from '@/ui/kit/Button'
import { useDesk } from '@/ui/session/DeskProvider'

/** Opens what the teacher decides once for the piece, beside the music. */
export function ChoicesButton() {
  const open = useDesk((d) => d.choices)
  const toggle = useDesk((d) => d.toggleChoices)
  return (
    <Button title="Choices for this piece" aria-pressed={open} onClick={toggle} className={open ? 'border-ink bg-wash' : ''}>
      <SlidersHorizontal size={16} aria-hidden /> <span className="max-2xl:sr-only">Choices</span>
    </Button>
  )
}
