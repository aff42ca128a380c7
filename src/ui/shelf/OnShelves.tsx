'use client'

import * as DropdownMenu from '@radix-ui/react-dropdown-menu'
import { useEffect, useState, useTransition, type ReactElement } from 'react'
import type { ClassActions, ClassChoice } from '@/api/actions'
import { landmark } from '@/ui/kit/landmark'

type Props = {
  button: ReactElement
  piece: string
  classes: readonly ClassChoice[]
  actions: Pick<ClassActions, 'shelvesOf' | 'setShelf'>
}

/** On which shelves a piece stands: ticked or not, class by class. */
export function OnShelves({ button, piece, classes, actions }: Props) {
  const [on, setOn] = useState<readonly string[] | null>(null)
  const [, start] = useTransition()
  useEffect(() => {
    let over = false
    actions.shelvesOf(piece).then(
      (found) => {
        if (!over) setOn(found)
      },
      () => undefined,
    )
    return () => {
      over = true
    }
  }, [actions, piece])
  const put = (id: string, is: boolean) => {
    setOn((all) => (is ? [...(all ?? []), id] : (all ?? []).filter((x) => x !== id)))
    start(() => actions.setShelf(piece, id, is))
  }
  return (
    <DropdownMenu.Root modal={false} defaultOpen>
      <DropdownMenu.Trigger asChild>{button}</DropdownMenu.Trigger>
      <DropdownMenu.Portal container={landmark()}>
        <DropdownMenu.Content align="end" sideOffset={4} className="z-40 w-[240px] rounded-lg border border-rule bg-sheet p-2 shadow-lg">
          <DropdownMenu.Label className="px-2 text-fine text-soft">
            {on === null ? 'Looking …' : 'Which classes have it'}
          </DropdownMenu.Label>
          {on !== null &&
            classes.map((c) => (
              <DropdownMenu.CheckboxItem
                key={c.id}
                checked={on.includes(c.id)}
                // One shelf must have it: elsewhere it is taken off by Delete.
                disabled={on.length === 1 && on.includes(c.id)}
                onCheckedChange={(is) => put(c.id, is)}
                onSelect={(e) => e.preventDefault()}
                className="flex items-center gap-2 rounded px-2 py-1.5 outline-none data-[disabled]:opacity-60 data-[highlighted]:bg-wash"
              >
                <span aria-hidden className="grid size-4 place-items-center rounded border border-rule text-fine">
                  {on.includes(c.id) ? '✓' : ''}
                </span>
                {c.name}
              </DropdownMenu.CheckboxItem>
            ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
