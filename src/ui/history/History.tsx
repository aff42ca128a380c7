import { format } from 'date-fns'
import Link from 'next/link'
import { Suspense } from 'react'
import { piecePage } from '@/api/address'
import { BackLink } from '@/ui/kit/BackLink'
import { Outline } from '@/ui/kit/Outline'
import { buttonLook } from '@/ui/kit/Button'
import type { VersionActions } from '@/api/actions'
import { StepsNav } from '@/ui/steps/StepsNav'
import { count } from '@/core/count'
import { capital } from '@/core/names'

type Entry = { version: number; savedAt: number; notes: boolean; name: string | null; said: string }
type Shown = {
  version: number
  savedAt: number
  name: string | null
  title: string
  measures: number
  pins: number
  systems: readonly string[]
  differs: readonly string[] | null
}
type Props = {
  id: string
  /** The class on whose shelf it stands. */
  of: string
  title: string
  /** The version that stands. */
  now: number
  versions: readonly Entry[]
  wanted: number
  /** The wanted version with its first measures, engraved from our own model, once it is drawn; a text says why it could not be. Null: there is none. */
  shown: Promise<Shown | string | null> | null
  /** How many measures are drawn. */
  drawn: number
  actions: VersionActions
}

const when = (at: number): string => format(at, 'd MMM yyyy, HH:mm:ss')

/** Said of a version that is listed and cannot be read. */
const DAMAGED = 'This version is damaged. Pick another one on the left and restore it.'

/** Versions further apart than this belong to different sittings, in milliseconds. */
const PAUSE = 30 * 60_000

/** Versions, newest first, by the sittings in which they were made. */
function sittingsOf(versions: readonly Entry[]): [Entry, ...Entry[]][] {
  const sittings: [Entry, ...Entry[]][] = []
  for (const v of versions) {
    const last = sittings.at(-1)
    if (last && last[last.length - 1].savedAt - v.savedAt <= PAUSE) last.push(v)
    else sittings.push([v])
  }
  return sittings
}

/** "26 Nov 2026, 14:05 to 14:40". */
function saySitting(sitting: readonly Entry[]): string {
  const [to, from] = [sitting[0].savedAt, sitting[sitting.length - 1].savedAt]
  const end = format(to, 'HH:mm')
  return format(from, 'd MMM yyyy, HH:mm') + (format(from, 'HH:mm') === end ? '' : ` to ${end}`)
}

/** What was done: in the words in which it could be undone, else what kind of thing it was. */
const sayVersion = ({ version, said, notes }: Entry): string =>
  said || (version === 1 ? 'brought' : notes ? 'notes or title' : 'fingers and choices')

/** Every saved version of a piece: each can be looked at, named and brought back as the newest. */
export function History({ id, of, title, now, versions, wanted, shown, drawn, actions }: Props) {
  return (
    <div className="desk">
      <header className="bar">
        <BackLink />
        <h1 className="min-w-0 truncate font-title text-lead">{title}</h1>
        <StepsNav id={id} here="history" />
      </header>
      <main className="grid min-h-0 grow grid-rows-[minmax(0,2fr)_3fr] md:grid-cols-[320px_1fr] md:grid-rows-1">
        <nav aria-label="Saved versions" className="flex min-h-0 flex-col border-r border-rule">
          <div className="grow overflow-y-auto py-2">
            {sittingsOf(versions).map((sitting) => (
              <section key={sitting[0].version} aria-label={`Sitting of ${saySitting(sitting)}`}>
                <h2 className="px-4 pt-1.5 text-fine text-soft">{saySitting(sitting)}</h2>
                <ol>
                  {sitting.map((v) => (
                    <li key={v.version}>
                      <Link
                        href={`${piecePage(of, id, 'history')}?version=${v.version}`}
                        prefetch={false}
                        aria-current={v.version === wanted ? 'true' : undefined}
                        className={`block border-l-[3px] px-4 py-1.5 leading-tight ${v.version === wanted ? 'border-l-pick bg-wash/50 font-semibold' : 'border-l-transparent hover:bg-wash/40'}`}
                      >
                        {v.name ?? capital(sayVersion(v))}
                        <span className="block text-fine font-normal text-soft">
                          {format(v.savedAt, 'HH:mm:ss')}
                          {v.version === now ? ' · now' : ''}
                          {v.name ? ` · ${sayVersion(v)}` : ''}
                        </span>
                      </Link>
                    </li>
                  ))}
                </ol>
              </section>
            ))}
          </div>
          <p className="border-t border-rule px-4 py-2 text-fine text-soft">
            We keep every version for a day, one an hour for a week, one a day for ten weeks, then one a week. The first one and named
            versions stay for good.
          </p>
        </nav>
        <section aria-label="Shown version" tabIndex={0} className="overflow-y-auto p-4">
          {shown === null ? (
            <p className="text-soft">There’s no such version. Pick one on the left.</p>
          ) : (
            <Suspense key={wanted} fallback={<Outline says="Drawing this version …" rows={6} />}>
              <Version id={id} now={now} drawing={shown} drawn={drawn} actions={actions} />
            </Suspense>
          )}
        </section>
      </main>
    </div>
  )
}

type VersionProps = Pick<Props, 'id' | 'now' | 'drawn' | 'actions'> & { drawing: Promise<Shown | string | null> }

/** The version that is looked at; the list beside it does not wait for its drawing. */
async function Version({ id, now, drawing, drawn, actions }: VersionProps) {
  const shown = await drawing
  if (shown === null) return <p className="text-soft">{DAMAGED}</p>
  if (typeof shown === 'string') return <p className="text-soft">We couldn’t draw this version. {shown}</p>
  const hidden = (
    <>
      <input type="hidden" name="id" value={id} />
      <input type="hidden" name="version" value={shown.version} />
    </>
  )
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-4">
        <p className="grow">
          <b>{shown.title}</b> as of {when(shown.savedAt)}: {count(shown.measures, 'measure')}, {count(shown.pins, 'pin')}.
        </p>
        <form action={actions.rename} className="flex items-center gap-2" key={`${shown.version} ${shown.name ?? ''}`}>
          {hidden}
          <label className="text-fine text-soft" htmlFor="version-name">
            Name
          </label>
          <input
            id="version-name"
            name="name"
            defaultValue={shown.name ?? ''}
            maxLength={80}
            placeholder="such as: spring concert"
            className="w-44 rounded border border-rule bg-sheet px-2 py-1"
          />
          <button type="submit" className={buttonLook()}>
            Name it
          </button>
        </form>
        {shown.version !== now && (
          <form action={actions.bringBack}>
            {hidden}
            <button type="submit" className={buttonLook('filled')}>
              Restore this version
            </button>
          </form>
        )}
      </div>
      {shown.version !== now && shown.differs && (
        <div className="mb-3">
          <h2 className="panel-head">What’s different from now</h2>
          {shown.differs.length === 0 ? (
            <p>Nothing. It’s the same.</p>
          ) : (
            <ul className="list-disc pl-5">
              {shown.differs.map((d) => (
                <li key={d}>{d}</li>
              ))}
            </ul>
          )}
        </div>
      )}
      <div className="score rounded-md bg-sheet p-1">
        {shown.systems.map((svg, i) => (
          <div key={i} className="system" dangerouslySetInnerHTML={{ __html: svg }} />
        ))}
      </div>
      <p className="mt-2 text-sm text-soft">
        {shown.measures > drawn ? `Showing the first ${drawn} measures. ` : ''}
        Restoring makes this the current version. Nothing is deleted.
      </p>
    </>
  )
}
