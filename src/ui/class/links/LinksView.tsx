'use client'

import { addDays, format } from 'date-fns'
import { Link2, Printer } from 'lucide-react'
import { useCallback, useEffect, useState } from 'react'
import { classApi, classPage } from '@/api/address'
import { keptReply } from '@/api/practice'
import { linksReply, type LinksReply } from '@/api/student'
import { fullDay } from '@/core/plan/dayNamed'
import type { Language } from '@/core/language'
import { pupilWords } from '@/core/words/pupil'
import { answer, Trouble } from '@/ui/kit/answer'
import { BackLink } from '@/ui/kit/BackLink'
import { Button } from '@/ui/kit/Button'
import { CopyButton } from '@/ui/kit/CopyButton'
import { Select } from '@/ui/kit/Select'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { QrCode } from './QrCode'

type Given = Extract<LinksReply, { ok: true }>
type Props = {
  id: string
  name: string
  students: readonly { readonly id: string; readonly name: string; readonly seat: string; readonly language: Language }[]
}

const field = 'tap rounded border border-rule bg-sheet px-1.5 py-0.5'
/** How long a link works until another day is given: a term. */
const USUAL_DAYS = 120
/** A link works half a day longer than its last day: it is that day somewhere. */
const DAY_MS = 24 * 3_600_000
const said = (e: unknown): string => (e instanceof Trouble ? e.message : 'Something went wrong. Reload the page.')

/** A link for each student to their own pages, as cards to be handed out. */
export function LinksView({ id, name, students }: Props) {
  const [given, setGiven] = useState<Given | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const [until, setUntil] = useState(() => format(addDays(new Date(), USUAL_DAYS), 'yyyy-MM-dd'))
  const [origin, setOrigin] = useState<string | null>(null)
  const take = useCallback((reply: LinksReply) => {
    if (reply.ok) setGiven(reply)
    setTrouble(reply.ok ? null : reply.problem)
  }, [])
  useEffect(() => {
    answer(linksReply, classApi(id, '/links')).then(take, (e: unknown) => setTrouble(said(e)))
  }, [id, take])
  const give = (whom: readonly string[]) =>
    answer(linksReply, classApi(id, '/links'), {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ class: id, students: whom, until }),
    }).then(take, (e: unknown) => setTrouble(said(e)))
  const withdraw = (link: string) =>
    answer(keptReply, classApi(id, `/links/${link}`), { method: 'DELETE' })
      .then(() => answer(linksReply, classApi(id, '/links')))
      .then(take, (e: unknown) => setTrouble(said(e)))
  const here = typeof window === 'undefined' ? '' : window.location.origin
  const origins = given?.origins ?? []
  const at = origin ?? origins[0] ?? here
  const linkOf = (student: string) => given?.links.find((l) => l.student === student)
  const without = students.filter((s) => !linkOf(s.id))
  return (
    <div className="min-h-dvh bg-paper">
      <header className="bar not-printed sticky top-0 z-10">
        <BackLink href={classPage(id, 'people')} says="Back to the class" />
        <h1 className="min-w-0 flex-1 truncate font-title text-lead">Links for students</h1>
        <Button kind="filled" onClick={() => window.print()} disabled={!given || given.links.length === 0}>
          <Printer size={16} aria-hidden /> Print the cards
        </Button>
        <ThemeButton />
      </header>
      <main className="mx-auto max-w-5xl px-5 py-4">
        <div className="not-printed">
          <p className="max-w-3xl">
            A link shows a student their own part, warm-ups and practice week in {name}, to read and play along with. They can’t change
            anything, and they need no account. Anyone with the link can open it until it ends or you take it back.
          </p>
          {given && origins.length === 0 && (
            <p role="note" className="mt-2 max-w-3xl border-l-2 border-madder pl-3">
              Phones can’t reach Even Seat yet: it runs only for this computer. Set a passphrase (npm run passphrase), start it with
              HOST=0.0.0.0, then print the cards.
            </p>
          )}
          {trouble && (
            <p role="alert" className="mt-2 text-madder">
              {trouble}
            </p>
          )}
          <div className="my-3 flex flex-wrap items-center gap-3">
            <label className="text-sm text-soft">
              New links work until{' '}
              <input
                type="date"
                value={until}
                onChange={(e) => e.target.value && setUntil(e.target.value)}
                className={`${field} text-ink`}
              />
            </label>
            <Button disabled={!given || without.length === 0} onClick={() => void give(without.map((s) => s.id))}>
              <Link2 size={16} aria-hidden />{' '}
              {without.length === students.length
                ? 'A link for everyone'
                : without.length === 0
                  ? 'Everyone has a link'
                  : `A link for the other ${without.length}`}
            </Button>
            {origins.length > 1 && (
              <Select aria-label="Address on the cards" value={at} onChange={(e) => setOrigin(e.target.value)}>
                {origins.map((o) => (
                  <option key={o} value={o}>
                    {o}
                  </option>
                ))}
              </Select>
            )}
          </div>
          {students.length === 0 && <p className="text-soft">No students yet. Add them on the class page.</p>}
        </div>
        <ul className="link-cards">
          {students.map((s) => {
            const link = linkOf(s.id)
            const address = link && `${at}/s/${link.token}`
            const w = pupilWords(s)
            return (
              <li key={s.id} lang={link ? s.language : undefined} className={link ? 'link-card' : 'link-card not-printed'}>
                <div className="min-w-0">
                  <h2 className="font-title text-lg">{s.name}</h2>
                  <p className="text-sm text-soft">{s.seat || 'no seat yet'}</p>
                  {link ? (
                    <>
                      <p className="mt-1 text-fine break-all">{address}</p>
                      <p className="mt-1 text-sm">{w.cardSays}</p>
                      <p className="text-fine text-soft">{w.until(fullDay(s.language, format(link.expiresAt - DAY_MS, 'yyyy-MM-dd')))}</p>
                      <p lang="en" className="not-printed mt-1 flex flex-wrap gap-1.5">
                        <CopyButton text={() => address!} name={`Copy ${s.name}’s link`} />
                        <Button size="small" onClick={() => void withdraw(link.id)}>
                          Take back<span className="sr-only"> the link of {s.name}</span>
                        </Button>
                      </p>
                    </>
                  ) : (
                    given && (
                      <Button size="small" className="mt-1" onClick={() => void give([s.id])}>
                        Give a link<span className="sr-only"> to {s.name}</span>
                      </Button>
                    )
                  )}
                </div>
                {address && <QrCode text={address} says={`QR code of the link of ${s.name}`} />}
              </li>
            )
          })}
        </ul>
      </main>
    </div>
  )
}
