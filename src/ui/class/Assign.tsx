'use client'

import { DropdownMenu } from 'radix-ui'
import type { ReactElement } from 'react'
import { landmark } from '@/ui/kit/landmark'

type Props = {
  button: ReactElement
  says: string
  shelf: readonly { readonly id: string; readonly title: string }[]
  /** Null: all of the shelf, also what comes later. */
  pieces: readonly string[] | null
  set: (pieces: string[] | null) => void
}

const item = 'flex items-center gap-2 rounded px-2 py-1.5 outline-none data-[highlighted]:bg-wash'
const Box = ({ on }: { on: boolean }) => (
  <span aria-hidden className="grid size-4 shrink-0 place-items-center rounded border border-rule text-fine">
    {on ? '✓' : ''}
  </span>
)

/** Which of the class's pieces are a student's: all, or those that are ticked. */
export function Assign({ button, says, shelf, pieces, set }: Props) {
  const has = (id: string) => pieces === null || pieces.includes(id)
  return (
    <DropdownMenu.Root modal={false} defaultOpen>
      <DropdownMenu.Trigger asChild>{button}</DropdownMenu.Trigger>
      <DropdownMenu.Portal container={landmark()}>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          aria-label={says}
          className="z-40 max-h-80 w-[280px] overflow-y-auto rounded-lg border border-rule bg-sheet p-2 shadow-lg"
        >
          <DropdownMenu.CheckboxItem
            checked={pieces === null}
            onCheckedChange={(on) => set(on ? null : shelf.map((p) => p.id))}
            onSelect={(e) => e.preventDefault()}
            className={item}
          >
            <Box on={pieces === null} /> all, also what comes later
          </DropdownMenu.CheckboxItem>
          {shelf.map((p) => (
            <DropdownMenu.CheckboxItem
              key={p.id}
              checked={has(p.id)}
              onCheckedChange={(on) => set(shelf.map((x) => x.id).filter((x) => (x === p.id ? on : has(x))))}
              onSelect={(e) => e.preventDefault()}
              className={item}
            >
              <Box on={has(p.id)} /> {p.title}
            </DropdownMenu.CheckboxItem>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
