'use client'

import type { Language } from '@/core/language'
import { pupilWords } from '@/core/words/pupil'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { Outline } from '@/ui/kit/Outline'
import { ThemeButton } from '@/ui/kit/ThemeButton'

/** The pieces stand at once; the week is worked out meanwhile, and says so in the language of who waits. */
const weekIn = (language: Language) =>
  dynamic(() => import('./Week').then((m) => m.Week), {
    ssr: false,
    loading: () => <Outline says={pupilWords({ language }).gettingWeek} />,
  })
const WEEKS = { en: weekIn('en'), es: weekIn('es') } satisfies Record<Language, unknown>

type Props = {
  language: Language
  token: string
  name: string
  seat: string
  school: string
  pieces: readonly { readonly id: string; readonly title: string }[]
}

/** A student's first page: their pieces, and what is practised this week with a box for every time. */
export function StudentHome({ language, token, name, seat, school, pieces }: Props) {
  const w = pupilWords({ language })
  const Week = WEEKS[language]
  return (
    <div lang={language} className="min-h-dvh bg-paper">
      <header className="bar">
        <div className="min-w-0 flex-1 leading-tight">
          <h1 className="truncate font-title text-lead">{name}</h1>
          <p className="truncate text-fine text-soft">{[seat, school].filter(Boolean).join(' · ')}</p>
        </div>
        <ThemeButton says={w.theme} hint={w.theme} />
      </header>
      <main className="mx-auto max-w-2xl px-4 py-4">
        <section aria-labelledby="pieces">
          <h2 id="pieces" className="font-title text-lg">
            {w.myPieces}
          </h2>
          {pieces.length === 0 ? (
            <p className="text-soft">{w.noPieces}</p>
          ) : (
            <ul className="mt-1 flex flex-col">
              {pieces.map((p) => (
                <li key={p.id} className="border-t border-rule">
                  <Link href={`/s/${token}/${p.id}`} prefetch={false} className="flex min-h-11 items-center py-2 text-lead hover:underline">
                    {p.title}
                  </Link>
                </li>
              ))}
            </ul>
          )}
        </section>
        <section aria-labelledby="reading" className="mt-6">
          <h2 id="reading" className="font-title text-lg">
            {w.noteReading}
          </h2>
          <Link href={`/s/${token}/train`} prefetch={false} className="flex min-h-11 items-center py-2 text-lead hover:underline">
            {w.fiveMinutes}
          </Link>
        </section>
        <Week token={token} language={language} />
      </main>
    </div>
  )
}
