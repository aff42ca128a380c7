import { format } from 'date-fns'
import Link from 'next/link'
import { BackLink } from '../parts/BackLink'
import { buttonLook } from '../parts/Button'
import { Steps } from '../desk/Steps'

type Entry = { version: number; savedAt: number; notes: boolean }
type Shown = { version: number; savedAt: number; title: string; measures: number; pins: number }
type Props = {
  id: string
  title: string
  /** The version that stands. */
  now: number
  versions: readonly Entry[]
  shown: Shown | null
  /** The shown version's tune, engraved from our own model. */
  systems: readonly string[]
  bringBack: (form: FormData) => Promise<void>
}

const when = (at: number): string => format(at, 'd MMM yyyy, HH:mm:ss')

/** Every saved version of a piece: each can be looked at and brought back as the newest. */
export function History({ id, title, now, versions, shown, systems, bringBack }: Props) {
  return (
    <div className="flex h-screen flex-col">
      <header className="flex items-center gap-4 border-b border-rule bg-sheet px-3 py-1.5">
        <BackLink />
        <h1 className="font-title text-[17px]">{title}</h1>
        <Steps id={id} here="history" />
      </header>
      <main className="grid min-h-0 grow grid-cols-[300px_1fr]">
        <nav aria-label="Saved versions" className="overflow-y-auto border-r border-rule py-2">
          <ol>
            {versions.map((v) => (
              <li key={v.version}>
                <Link
                  href={`/pieces/${id}/history?version=${v.version}`}
                  aria-current={v.version === shown?.version ? 'true' : undefined}
                  className={`block border-l-[3px] px-4 py-1.5 leading-tight ${v.version === shown?.version ? 'border-l-rosin bg-wash/50 font-semibold' : 'border-l-transparent hover:bg-wash/40'}`}
                >
                  {when(v.savedAt)}
                  <span className="block text-[13px] font-normal text-soft">
                    {v.version === now ? 'as it is now · ' : ''}
                    {v.version === 1 ? 'brought' : v.notes ? 'notes or title' : 'fingers and choices'}
                  </span>
                </Link>
              </li>
            ))}
          </ol>
        </nav>
        <section aria-label="Shown version" tabIndex={0} className="overflow-y-auto p-4">
          {!shown ? (
            <p className="text-soft">There is no such version; pick one at the left.</p>
          ) : (
            <>
              <div className="mb-3 flex flex-wrap items-center gap-4">
                <p className="grow">
                  <b>{shown.title}</b> as of {when(shown.savedAt)}: {shown.measures} measures,{' '}
                  {shown.pins === 1 ? '1 pin' : `${shown.pins} pins`}.
                </p>
                {shown.version !== now && (
                  <form action={bringBack}>
                    <input type="hidden" name="id" value={id} />
                    <input type="hidden" name="version" value={shown.version} />
                    <button type="submit" className={buttonLook('filled')}>
                      Bring this version back
                    </button>
                  </form>
                )}
              </div>
              <div className="score rounded-md bg-sheet p-1">
                {systems.map((svg, i) => (
                  <div key={i} className="system" dangerouslySetInnerHTML={{ __html: svg }} />
                ))}
              </div>
              <p className="mt-2 text-sm text-soft">
                Bringing it back saves it as the newest version; the ones after it stay in this list.
              </p>
            </>
          )}
        </section>
      </main>
    </div>
  )
}
