'use client'

import * as Dialog from '@radix-ui/react-dialog'
import * as DropdownMenu from '@radix-ui/react-dropdown-menu'
import { useState, useTransition, type ReactElement } from 'react'
import { useRouter } from 'next/navigation'
import { toast } from 'sonner'
import { classPage } from '@/api/address'
import type { ClassActions, ClassChoice } from '@/api/actions'
import { count } from '@/core/count'
import { Button } from '@/ui/kit/Button'
import { landmark } from '@/ui/kit/landmark'
import { Select } from '@/ui/kit/Select'

export type ClassesProps = { open: string; classes: readonly ClassChoice[]; removed: readonly ClassChoice[]; actions: ClassActions }

const item = 'block cursor-default rounded px-2 py-1.5 outline-none data-[highlighted]:bg-wash data-[disabled]:opacity-45'

/** "12 students, 9 pieces" of a class. */
const sayClass = ({ students, pieces }: ClassChoice): string =>
  [students > 0 ? count(students, 'student') : '', count(pieces, 'piece')].filter(Boolean).join(', ')

/** Which class is open, another one, a new one; the shelf, the seats and the plan go with it. Open from the start. */
export function ClassesMenu({ button, open, classes, removed, actions }: ClassesProps & { button: ReactElement }) {
  const [making, setMaking] = useState(false)
  const [, start] = useTransition()
  const router = useRouter()
  const here = classes.find((c) => c.id === open)
  const remove = () =>
    start(async () => {
      if (!here || !(await actions.removeClass(open))) return
      const undo = async () => {
        await actions.putBackClass(open)
        router.push(classPage(open, 'pieces'))
      }
      toast(`${here.name} is removed. Nothing is lost.`, {
        duration: 10_000,
        action: { label: 'Undo', onClick: () => start(undo) },
      })
      // To the one that was opened last among those that are left.
      router.push('/')
    })
  return (
    <>
      <DropdownMenu.Root modal={false} defaultOpen>
        <DropdownMenu.Trigger asChild>{button}</DropdownMenu.Trigger>
        <DropdownMenu.Portal container={landmark()}>
          <DropdownMenu.Content
            align="start"
            sideOffset={4}
            className="z-40 w-[300px] rounded-lg border border-rule bg-sheet p-2 shadow-lg"
          >
            <DropdownMenu.RadioGroup value={open} onValueChange={(id) => router.push(classPage(id, 'pieces'))}>
              {classes.map((c) => (
                <DropdownMenu.RadioItem key={c.id} value={c.id} className={item}>
                  <span className="font-semibold">
                    {c.name}
                    {c.id === open && ' (open)'}
                  </span>
                  <span className="block text-fine text-soft">{sayClass(c)}</span>
                </DropdownMenu.RadioItem>
              ))}
            </DropdownMenu.RadioGroup>
            <DropdownMenu.Separator className="my-1.5 h-px bg-rule" />
            <DropdownMenu.Item className={item} onSelect={() => setMaking(true)}>
              A new class …
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} disabled={classes.length < 2} onSelect={remove}>
              Remove {here?.name ?? 'this class'}
            </DropdownMenu.Item>
            {removed.map((c) => (
              <DropdownMenu.Item key={c.id} className={item} onSelect={() => start(() => actions.putBackClass(c.id))}>
                Restore {c.name}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {making && <NewClass classes={classes} open={open} action={actions.makeClass} done={() => setMaking(false)} />}
    </>
  )
}

const field = 'mt-0.5 w-full rounded border border-rule bg-paper px-2 py-1.5'

/** A new class: its name, and which one it is like. */
function NewClass({
  classes,
  open,
  action,
  done,
}: {
  classes: readonly ClassChoice[]
  open: string
  action: (form: FormData) => Promise<void>
  done: () => void
}) {
  const [like, setLike] = useState(open)
  return (
    <Dialog.Root open onOpenChange={(on) => !on && done()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 w-[460px] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 rounded-lg border border-rule bg-sheet p-5"
        >
          <Dialog.Title className="font-title text-xl">A new class</Dialog.Title>
          <form action={action} className="mt-3 grid gap-3">
            <label>
              What is it called?
              <input name="name" required maxLength={80} autoFocus autoComplete="off" className={field} />
            </label>
            <label>
              School or place, if you like
              <input name="school" maxLength={80} autoComplete="off" className={field} />
            </label>
            <label>
              Copy seats, level and choices from
              <Select name="like" value={like} onChange={(e) => setLike(e.target.value)} className="mt-0.5 w-full">
                {classes.map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.name}
                  </option>
                ))}
                <option value="">no class: the usual four seats</option>
              </Select>
            </label>
            {like !== '' && (
              <label className="tick">
                <input type="checkbox" name="pieces" className="accent-control" /> and its pieces
              </label>
            )}
            <p className="text-sm text-soft">
              A piece in two classes is one piece: same notes and pins, but each class gets its own fingering. Students belong to one class.
            </p>
            <div className="flex gap-2">
              <Button kind="filled" type="submit">
                Make the class
              </Button>
              <Dialog.Close asChild>
                <Button kind="quiet">Not now</Button>
              </Dialog.Close>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
