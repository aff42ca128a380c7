'use client'

import { format } from 'date-fns'
import { useRouter } from 'next/navigation'
import type { LibraryActions } from '@/api/actions'
import { BackLink } from '@/ui/kit/BackLink'
import { Button } from '@/ui/kit/Button'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { BringBack } from './BringBack'
import { OffShelf } from './OffShelf'
import type { KeptBackup, OffShelf as Piece } from '@/api/library'
import { SaveAll } from './SaveAll'
import { megabytes } from './words'

type Props = {
  pieces: readonly Piece[]
  backups: readonly KeptBackup[]
  /** Whether a passphrase is asked for. */
  locked: boolean
  actions: LibraryActions
}

/** Keeping everything safe: as one file and back, what was taken off the shelf, who may open it. */
export function LibraryView({ pieces, backups, locked, actions }: Props) {
  const router = useRouter()
  return (
    <div className="flex min-h-screen flex-col">
      <header className="flex items-center gap-4 border-b border-rule bg-sheet px-3 py-1.5">
        <BackLink />
        <h1 className="font-title text-lead">Library</h1>
        <div className="ml-auto">
          <ThemeButton />
        </div>
      </header>
      <main className="mx-auto flex w-full max-w-[860px] flex-col gap-4 px-6 py-5">
        <SaveAll />
        <BringBack onBrought={() => router.refresh()} />
        <OffShelf pieces={pieces} actions={actions} />
        {backups.length > 0 && (
          <section aria-labelledby="kept" className="rounded-lg border border-rule bg-sheet p-5">
            <h2 id="kept" className="font-title text-lg">
              Saved before you replaced everything
            </h2>
            <p className="text-sm text-soft">We keep the last five.</p>
            <ul className="mt-1">
              {backups.map((b) => (
                <li key={b.name}>
                  <a href={`/api/kept/${b.name}`} className="text-link underline">
                    {format(b.savedAt, 'd MMM yyyy, HH:mm')}
                  </a>{' '}
                  <span className="text-soft">{megabytes(b.bytes)}</span>
                </li>
              ))}
            </ul>
          </section>
        )}
        <Access locked={locked} />
      </main>
    </div>
  )
}

/** Who may open Even Seat, and signing out. */
function Access({ locked }: { locked: boolean }) {
  const out = async (all: boolean) => {
    await fetch(`/api/session${all ? '?all=1' : ''}`, { method: 'DELETE' }).catch(() => undefined)
    // To the sign-in page, with nothing of what was shown left in the browser's memory.
    window.location.replace('/sign-in')
  }
  return (
    <section aria-labelledby="access" className="rounded-lg border border-rule bg-sheet p-5">
      <h2 id="access" className="font-title text-lg">
        Who may open it
      </h2>
      {locked ? (
        <>
          <p className="mt-1 mb-3 text-soft">
            Anyone with the teacher’s passphrase. A browser stays signed in for 30 days after its last visit.
          </p>
          <div className="flex gap-2">
            <Button onClick={() => void out(false)}>Sign out here</Button>
            <Button onClick={() => void out(true)}>Sign out everywhere</Button>
          </div>
        </>
      ) : (
        <p className="mt-1 text-soft">
          Only this computer. To use it from other devices, set a passphrase first:{' '}
          <code className="text-sm whitespace-nowrap">npm run passphrase</code>.
        </p>
      )}
    </section>
  )
}
