'use client'

import { PageKeys } from '@/ui/kit/PageKeys'
import { useKeys } from '@/ui/kit/keys'
import { SHELF_KEYS, SHELF_LISTS } from './keys'
import { Archive, CalendarDays, Eye, FileUp, GraduationCap, PenLine, Route, Search } from 'lucide-react'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useEffect, useRef, useTransition } from 'react'
import { useDropzone } from 'react-dropzone'
import { classPage, piecePage } from '@/api/address'
import { ENDINGS } from '@/formats/endings'
import type { ClassChoice, ShelfActions } from '@/api/actions'
import { Button, buttonLook } from '@/ui/kit/Button'
import { Mark } from '@/ui/kit/Mark'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { Classes } from './Classes'
import { pastedFiles } from './paste'
import { PieceCard } from './PieceCard'
import type { Card, ShelfReply } from '@/api/shelf'
import { useSearchKeys } from './useSearchKeys'
import { Demonstration, Empty } from './Welcome'
import { useShelf } from './useShelf'
import { count } from '@/core/count'

/** What reads files is loaded after the shelf, or when the first one is dropped. */
const Brought = dynamic(() => import('./Brought').then((m) => m.Brought), { ssr: false })
const bringFiles = async (of: string, files: File[]) => (await import('./bringing')).bringing.getState().bring(of, files)

/** The pieces of the class; a file can be dropped anywhere on it. */
export function Shelf({
  actions,
  id,
  classes,
  removed,
  name,
  school,
  demo,
  seats,
  first,
  now,
}: {
  actions: ShelfActions
  /** The class that is open, all of them, and those that were taken away. */
  id: string
  classes: readonly ClassChoice[]
  removed: readonly ClassChoice[]
  name: string
  school: string
  /** It is the made-up class of the demonstration. */
  demo: boolean
  seats: string[]
  first: ShelfReply
  now: number
}) {
  const router = useRouter()
  const { query, setQuery, cards, total, found, more, busy, searching } = useShelf(id, first)
  const [, startTransition] = useTransition()
  const search = useRef<HTMLInputElement>(null)

  useKeys(SHELF_KEYS, () => ({ find: () => search.current?.focus() }))

  const bring = (files: File[]) => files.length > 0 && void bringFiles(id, files)
  useEffect(() => {
    const onPaste = (e: ClipboardEvent) => {
      if ((e.target as HTMLElement).matches('input, textarea')) return
      const files = pastedFiles(e.clipboardData)
      if (files.length === 0) return
      e.preventDefault()
      void bringFiles(id, files)
    }
    window.addEventListener('paste', onPaste)
    return () => window.removeEventListener('paste', onPaste)
  }, [id])
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({ onDrop: bring, noClick: true, noKeyboard: true })

  const onSearchKey = useSearchKeys({
    query,
    searching,
    ids: cards.map((c) => c.id),
    found,
    clear: () => setQuery(''),
    open: (piece) => router.push(piecePage(id, piece)),
  })

  const remove = (card: Card) =>
    startTransition(async () => {
      const elsewhere = await actions.takeOff(card.id)
      const { toast } = await import('sonner')
      const kept = elsewhere ? 'Another class still has it.' : 'You find it under Deleted pieces in the library.'
      toast(`${card.title} is deleted. ${kept}`, {
        duration: 10_000,
        action: { label: 'Undo', onClick: () => startTransition(() => actions.putBack(card.id)) },
      })
    })

  return (
    <div
      {...getRootProps({ role: undefined, tabIndex: undefined })}
      className="mx-auto flex min-h-screen max-w-[1180px] flex-col px-6 pb-12"
    >
      <PageKeys tables={SHELF_LISTS} />
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 py-5">
        <Mark size={34} />
        <div className="min-w-0">
          <div className="flex flex-wrap items-center gap-x-1.5">
            <h1 className="font-title text-2xl leading-tight">{name}</h1>
            <Classes open={id} classes={classes} removed={removed} actions={actions} />
          </div>
          <p className="text-soft">
            {demo && <span className="mr-1.5 rounded bg-wash px-1.5 py-0.5 text-sm text-ink">demonstration</span>}
            {[school, seats.join(', ')].filter(Boolean).join(' · ')}
          </p>
        </div>
        <div className="ml-auto flex flex-wrap items-center gap-2">
          {total > 0 && (
            <Button kind="filled" onClick={open}>
              <FileUp size={17} aria-hidden /> Bring a file
            </Button>
          )}
          <Link href={classPage(id, 'people')} className={buttonLook()}>
            <GraduationCap size={17} aria-hidden /> The class
          </Link>
          <Link href={classPage(id, 'term')} className={buttonLook()}>
            <Route size={17} aria-hidden /> The term
          </Link>
          <Link href={classPage(id, 'plan')} className={buttonLook()}>
            <CalendarDays size={17} aria-hidden /> Practice plan
          </Link>
          <Link href={classPage(id, 'reading')} className={buttonLook()}>
            <Eye size={17} aria-hidden /> Note reading
          </Link>
          <Link href={classPage(id, 'write')} className={buttonLook()}>
            <PenLine size={17} aria-hidden /> Type a tune
          </Link>
          <Link href={classPage(id, 'library')} className={buttonLook()}>
            <Archive size={17} aria-hidden /> Library
          </Link>
          <ThemeButton />
        </div>
      </header>
      <main className="flex grow flex-col gap-4">
        <input {...getInputProps({ 'aria-label': 'Files to add' })} />
        {demo && <Demonstration pieces={total} others={classes.length > 1} action={actions.startOwnClass} />}
        <label
          hidden={total === 0}
          className="flex max-w-md items-center gap-2 rounded-md border border-rule bg-sheet px-3 py-1.5 focus-within:border-ink"
        >
          <Search size={17} className="text-soft" aria-hidden />
          <span className="sr-only">Search your pieces</span>
          <input
            ref={search}
            value={query}
            onChange={(e) => setQuery(e.target.value)}
            onKeyDown={onSearchKey}
            placeholder="Title, key or time ( / ), Enter opens"
            className="w-full bg-transparent outline-none placeholder:text-soft"
          />
        </label>
        <Brought of={id} />
        {total === 0 ? (
          <Empty bring={open} demo={demo} />
        ) : found === 0 ? (
          <p className="py-10 text-soft">
            No piece has “{query}” in its title, key or time.{' '}
            <button type="button" className="text-link underline" onClick={() => setQuery('')}>
              Show all {total}
            </button>
          </p>
        ) : (
          <>
            {query && (
              <p role="status" className="text-soft">
                {searching ? 'Searching …' : `${found} of ${count(total, 'piece')}${found === 1 ? ' · Enter opens it' : ''}`}
              </p>
            )}
            <ul className="grid grid-cols-1 gap-4 sm:grid-cols-2 lg:grid-cols-3" aria-label="Pieces" data-pieces>
              {cards.map((c) => (
                <PieceCard
                  key={c.id}
                  of={id}
                  card={c}
                  now={now}
                  classes={classes}
                  actions={actions}
                  onDuplicate={() => startTransition(() => actions.duplicate(c.id))}
                  onDelete={() => remove(c)}
                />
              ))}
            </ul>
            {cards.length < found && (
              <p className="flex items-center gap-3">
                <Button onClick={more} disabled={busy}>
                  Show more
                </Button>
                <span className="text-soft">
                  {cards.length} of {found} shown
                </span>
              </p>
            )}
          </>
        )}
      </main>
      <footer className="pt-8 text-sm text-soft">
        Drop or paste {ENDINGS.join(', ')} anywhere on this page. ·{' '}
        <Link href="/about" className="underline">
          About and licences
        </Link>
      </footer>
      {isDragActive && (
        <div className="pointer-events-none fixed inset-3 z-50 grid place-items-center rounded-xl border-2 border-dashed border-accent bg-paper/90">
          <p className="font-title text-2xl">Drop it to add it</p>
        </div>
      )}
    </div>
  )
}
