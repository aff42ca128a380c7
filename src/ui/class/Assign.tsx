'use client'

import * as DropdownMenu from '@radix-ui/react-dropdown-menu'
import type { ReactElement } from 'react'
import type { Student } from '@/core/plan/student'
import { landmark } from '@/ui/kit/landmark'

/** A piece of the class with its named versions. */
export type ShelfEntry = {
  readonly id: string
  readonly title: string
  readonly versions: readonly { readonly version: number; readonly name: string }[]
}

type Props = {
  button: ReactElement
  says: string
  shelf: readonly ShelfEntry[]
  student: Pick<Student, 'pieces' | 'versions'>
  change: (by: Partial<Pick<Student, 'pieces' | 'versions'>>) => void
}

const item = 'flex items-center gap-2 rounded px-2 py-1.5 outline-none data-[highlighted]:bg-wash'
const Box = ({ on }: { on: boolean }) => (
  <span aria-hidden className="grid size-4 shrink-0 place-items-center rounded border border-rule text-fine">
    {on ? '✓' : ''}
  </span>
)

/** Which of the class's pieces are a student's: all, or those that are ticked; of a piece with named versions, which one is their own. */
export function Assign({ button, says, shelf, student: { pieces, versions }, change }: Props) {
  const has = (id: string) => pieces === null || pieces.includes(id)
  const setVersion = (id: string, version: number | null) => {
    const { [id]: _, ...others } = versions
    change({ versions: version === null ? others : { ...others, [id]: version } })
  }
  return (
    <DropdownMenu.Root modal={false} defaultOpen>
      <DropdownMenu.Trigger asChild>{button}</DropdownMenu.Trigger>
      <DropdownMenu.Portal container={landmark()}>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          aria-label={says}
          className="z-40 max-h-80 w-[300px] overflow-y-auto rounded-lg border border-rule bg-sheet p-2 shadow-lg"
        >
          <DropdownMenu.CheckboxItem
            checked={pieces === null}
            onCheckedChange={(on) => change({ pieces: on ? null : shelf.map((p) => p.id) })}
            onSelect={(e) => e.preventDefault()}
            className={item}
          >
            <Box on={pieces === null} /> all, and any you add later
          </DropdownMenu.CheckboxItem>
          {shelf.map((p) => (
            <DropdownMenu.Group key={p.id}>
              <DropdownMenu.CheckboxItem
                checked={has(p.id)}
                onCheckedChange={(on) => change({ pieces: shelf.map((x) => x.id).filter((x) => (x === p.id ? on : has(x))) })}
                onSelect={(e) => e.preventDefault()}
                className={item}
              >
                <Box on={has(p.id)} /> {p.title}
              </DropdownMenu.CheckboxItem>
              {has(p.id) &&
                p.versions.map((v) => (
                  <DropdownMenu.CheckboxItem
                    key={v.version}
                    checked={versions[p.id] === v.version}
                    onCheckedChange={(on) => setVersion(p.id, on ? v.version : null)}
                    onSelect={(e) => e.preventDefault()}
                    className={`${item} ml-6 text-sm`}
                  >
                    <Box on={versions[p.id] === v.version} /> their own: “{v.name}”
                  </DropdownMenu.CheckboxItem>
                ))}
            </DropdownMenu.Group>
          ))}
          {shelf.every((p) => p.versions.length === 0) && (
            <p className="mt-1 border-t border-rule px-2 pt-1 text-fine text-soft">
              Name a version in a piece’s history to give it to a student as their own variation.
            </p>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
