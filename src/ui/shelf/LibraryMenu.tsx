'use client'

import { Archive } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useRef } from 'react'
import { toast } from 'sonner'
import { Button } from '../parts/Button'
import { libraryReply } from './protocol'

const item = 'block w-full rounded px-2 py-1 text-left outline-none data-[highlighted]:bg-wash'

/** Everything as one file, and back. */
export function LibraryMenu({ onRestored }: { onRestored: () => void }) {
  const input = useRef<HTMLInputElement>(null)
  const restore = async (file: File) => {
    try {
      const response = await fetch('/api/library', { method: 'POST', body: file })
      const reply = libraryReply.parse(await response.json())
      if (!reply.ok) return toast.error(`${file.name} was not brought back: ${reply.problem}`, { duration: 15_000 })
      const there = reply.there ? `; ${reply.there} were here already and are as they were` : ''
      toast(`${reply.added} ${reply.added === 1 ? 'piece' : 'pieces'} brought back${there}.`, { duration: 10_000 })
      onRestored()
    } catch {
      toast.error(`${file.name} was not brought back: no answer from the server.`)
    }
  }
  return (
    <>
      <DropdownMenu.Root modal={false}>
        <DropdownMenu.Trigger asChild>
          <Button>
            <Archive size={17} aria-hidden /> Library
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" sideOffset={6} className="z-40 w-[330px] rounded-lg border border-rule bg-sheet p-2 shadow-lg">
            <DropdownMenu.Item asChild>
              <a className={item} href="/api/library" download>
                <span className="font-semibold">Save everything as one file</span>
                <span className="block text-[13px] text-soft">the class, all pieces with their history, the files they came in</span>
              </a>
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={() => input.current?.click()}>
              <span className="font-semibold">Bring such a file back</span>
              <span className="block text-[13px] text-soft">pieces that are here already stay as they are</span>
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <input
        ref={input}
        type="file"
        accept=".zip"
        hidden
        aria-label="Library to bring back"
        onChange={(e) => {
          const file = e.target.files?.[0]
          e.target.value = ''
          if (file) void restore(file)
        }}
      />
    </>
  )
}
