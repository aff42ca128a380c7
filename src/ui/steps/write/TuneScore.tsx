'use client'

import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { moveSteps, pickEvent } from '@/core/writing/commands'
import { meant, type Draft } from '@/core/writing/draft'
import { eventOfTune, tuneId, tuneMei } from '@/engrave/tune'
import { Systems } from '@/ui/score/Systems'
import { useEngraver } from '@/ui/score/useEngraver'
import { useWidth } from '@/ui/score/useWidth'
import { count } from '@/core/count'

type Props = {
  draft: Draft
  run: (command: (d: Draft) => Draft) => void
  /** Keys that the score takes while it has the focus. */
  onKeyDown: (e: React.KeyboardEvent) => void
}

/** A note that is being dragged: where the pointer began, and by how many steps it has gone. */
type Drag = { y: number; space: number; steps: number }

/** A selector for an id, whatever signs a file gave it. */
const selectorOf = (id: string): string => `#${id.replace(/[^\w-]/g, (c) => `\\${c.codePointAt(0)!.toString(16)} `)}`

const noteAt = (target: EventTarget): string | null => {
  const el = (target as Element).closest?.('g.note, g.rest, g.mRest, g.chord')
  const outer = el?.closest('g.chord') ?? el
  return outer ? eventOfTune(outer.id) : null
}

/** The tune as notes: a caret where the next one goes, what is meant in colour; a note is picked by a click and dragged by steps. */
export function TuneScore({ draft, run, onKeyDown }: Props) {
  const { piece } = draft
  const mei = useMemo(() => tuneMei(piece), [piece])
  const [column, width] = useWidth<HTMLDivElement>()
  const { systems, state } = useEngraver(width > 200 ? { mei, width: width - 8, scale: 42 } : null)
  const sheet = useRef<HTMLDivElement>(null)
  const caret = useRef<HTMLSpanElement>(null)
  const [drag, setDrag] = useState<Drag | null>(null)
  const { at } = draft
  const picked = useMemo(() => meant(draft).map((e) => tuneId(e.id)), [draft])

  useLayoutEffect(() => {
    const root = sheet.current
    if (!root) return
    const { events } = draft.piece.lines[at.line].measures[at.measure]
    const before = at.index > 0 ? events[at.index - 1] : undefined
    const el = document.getElementById(tuneId((before ?? events[0])?.id ?? ''))
    const staff = el?.closest('g.staff')
    const mark = caret.current!
    mark.hidden = !el || !staff
    if (!el || !staff) return
    const [box, rect, lines] = [root.getBoundingClientRect(), el.getBoundingClientRect(), staff.getBoundingClientRect()]
    mark.style.left = `${(before ? rect.right + 5 : rect.left - 9) - box.left}px`
    mark.style.top = `${lines.top - box.top - 6}px`
    mark.style.height = `${Math.min(lines.height, 70) + 12}px`
    el.scrollIntoView({ block: 'nearest' })
  }, [draft, at, systems])

  const down = (e: React.PointerEvent) => {
    const id = noteAt(e.target)
    if (!id) return
    run((d) => pickEvent(d, id, e.shiftKey))
    const staff = (e.target as Element).closest('g.staff')
    const [first, second] = [...(staff?.querySelectorAll(':scope > path') ?? [])].map((p) => p.getBoundingClientRect().top)
    if (second > first) setDrag({ y: e.clientY, space: second - first, steps: 0 })
  }
  const over = (e: React.PointerEvent) => {
    if (!drag || e.buttons !== 1) return
    const steps = Math.round((2 * (drag.y - e.clientY)) / drag.space)
    if (steps !== drag.steps) setDrag({ ...drag, steps })
  }
  const up = () => {
    if (drag?.steps) run((d) => moveSteps(d, drag.steps))
    setDrag(null)
  }
  const colours = picked.map(selectorOf).join(',')
  const lift = drag?.steps ? `transform: translateY(${Math.round((-drag.steps * drag.space) / 2)}px);` : ''
  return (
    <div
      role="application"
      aria-label="Notes of the tune. Letters type notes, question mark lists the keys"
      tabIndex={0}
      onKeyDown={onKeyDown}
      onPointerDown={down}
      onPointerMove={over}
      onPointerUp={up}
      onPointerLeave={() => setDrag(null)}
      className="touch-none rounded-md bg-sheet p-1 select-none focus-visible:outline-2"
    >
      <div ref={column}>
        <div ref={sheet} className="score relative">
          {/* Only the heads of what is meant are lifted by a drag: the engraving follows when it is let go. */}
          <style>{colours ? `${colours} { color: var(--pick); fill: var(--pick); } ${lift ? `${colours} { ${lift} }` : ''}` : ''}</style>
          <Systems systems={systems} />
          <span ref={caret} hidden aria-hidden className="pointer-events-none absolute w-[2px] rounded bg-pick" />
          {drag && drag.steps !== 0 && (
            <span className="absolute top-1 right-2 rounded bg-ink px-2 py-0.5 text-sm text-paper">
              {count(Math.abs(drag.steps), 'step')} {drag.steps > 0 ? 'higher' : 'lower'}
            </span>
          )}
        </div>
        {systems.length === 0 && (
          <p className="p-8 text-soft">{state === 'failed' ? 'We couldn’t draw the notes. Your text is safe.' : 'Drawing the notes …'}</p>
        )}
      </div>
    </div>
  )
}
