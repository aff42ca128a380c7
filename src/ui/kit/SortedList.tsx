'use client'

import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type CollisionDetection,
  type DragEndEvent,
} from '@dnd-kit/core'
import { arrayMove, SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { GripVertical } from 'lucide-react'
import { useEffect, useId, useRef, type ReactNode } from 'react'

/**
 * The row that a moved one lies over. The keys lay its top on a row above, its bottom on a row below: one of the two edges
 * meets. Centers, which serve a hand that drags, would leave a row that is open and tall where it was.
 */
export const overRow: CollisionDetection = (args) => {
  if (args.pointerCoordinates) return closestCenter(args)
  const moved = args.collisionRect
  return args.droppableContainers
    .flatMap((row) => {
      const at = args.droppableRects.get(row.id)
      if (!at) return []
      const value = Math.min(Math.abs(at.top - moved.top), Math.abs(at.bottom - moved.bottom))
      return [{ id: row.id, data: { droppableContainer: row, value } }]
    })
    .sort((a, b) => a.data.value - b.data.value)
}

/** A list in an order that is the teacher's: rows are dragged, or moved with the keyboard (space, arrows, space). */
export function SortedList({ ids, order, children }: { ids: readonly string[]; order: (ids: string[]) => void; children: ReactNode }) {
  const id = useId()
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const drop = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) order(arrayMove([...ids], ids.indexOf(`${active.id}`), ids.indexOf(`${over.id}`)))
  }
  return (
    <DndContext id={id} sensors={sensors} collisionDetection={overRow} onDragEnd={drop}>
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        <ol className="mt-2 grid gap-1.5">{children}</ol>
      </SortableContext>
    </DndContext>
  )
}

/** A row of it with its grip; `below` stands under the row, at its full width. The one that is `here` comes into sight. */
export function SortedRow({
  id,
  name,
  here,
  children,
  below = null,
}: {
  id: string
  name: string
  here: boolean
  children: ReactNode
  below?: ReactNode
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({ id })
  const row = useRef<HTMLLIElement>(null)
  useEffect(() => {
    if (here) row.current?.scrollIntoView({ block: 'nearest' })
  }, [here])
  return (
    <li
      ref={(li) => {
        row.current = li
        setNodeRef(li)
      }}
      style={{ transform: CSS.Transform.toString(transform), transition }}
      className={`scroll-mt-32 scroll-mb-2 rounded-md border bg-sheet ${here ? 'border-pick' : 'border-rule'}`}
    >
      <div className="flex items-center gap-0.5 py-1 pr-1">
        <button
          ref={setActivatorNodeRef}
          type="button"
          {...attributes}
          {...listeners}
          aria-label={`Move ${name}`}
          className="tap cursor-grab touch-none px-1 text-soft"
        >
          <GripVertical size={15} aria-hidden />
        </button>
        {children}
      </div>
      {below}
    </li>
  )
}
