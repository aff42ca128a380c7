'use client'

import dynamic from 'next/dynamic'
import { ArrowLeft } from 'lucide-react'
import Link from 'next/link'
import * as Tabs from '@radix-ui/react-tabs'
import { useEffect, useState } from 'react'
import type * as z from 'zod/mini'
import { standReply } from '@/api/handOut'
import { ownWarmupReply } from '@/api/student'
import type { Language, Spoken } from '@/core/language'
import { pupilWords } from '@/core/words/pupil'
import type { Piece } from '@/core/piece/piece'
import type { ClassSettings } from '@/core/plan/class'
import type { Plan } from '@/core/plan/plan'
import { answer, Trouble } from '@/ui/kit/answer'
import { Larger } from '@/ui/kit/Larger'
import { Outline } from '@/ui/kit/Outline'
import { Unpacked, type Packed } from '@/ui/kit/Unpacked'
import { Systems } from '@/ui/score/Systems'
import { useWidth } from '@/ui/score/useWidth'

/** Where the fingers go and what is played comes after the part: a phone reads first. */
const deskIn = (language: Language) =>
  dynamic(() => import('./OwnDesk').then((m) => m.OwnDesk), {
    ssr: false,
    loading: () => <Outline says={pupilWords({ language }).gettingReady} rows={1} />,
  })
const DESKS = { en: deskIn('en'), es: deskIn('es') } satisfies Record<Language, unknown>

type Props = {
  token: string
  id: string
  name: string
  large: boolean
  packed: Packed<{ piece: Piece; plan: Plan }>
  klass: ClassSettings
}

/** Sizes of the notes in percent of the engraver's, and which one a phone begins with; large print begins larger. */
const SCALES = [32, 40, 48, 58, 70, 84, 100] as const
const [FIRST, FIRST_LARGE] = [1, 3]

const TABS = [
  ['part', 'part'],
  ['fingers', 'fingers'],
  ['calls', 'sayIt'],
  ['warmup', 'warmUp'],
] as const

/** One piece on a student's phone: what they read, where the fingers go, what is said, how to warm up, something to play along with. */
export function StudentPiece({ packed, klass, id, ...rest }: Props) {
  const OwnDesk = DESKS[klass.talk.language ?? 'en']
  return (
    <Unpacked packed={packed}>
      {(music) => (
        <Surface id={id} {...rest} to={klass.talk} title={music.piece.title} hands={<OwnDesk id={id} {...music} klass={klass} />} />
      )}
    </Unpacked>
  )
}

type SurfaceProps = Omit<Props, 'packed' | 'klass'> & {
  to: Spoken
  title: string
  /** Fingers, calls and what plays. */ hands: React.ReactNode
}

function Surface({ to, token, id, name, large, title, hands }: SurfaceProps) {
  const w = pupilWords(to)
  const [step, setStep] = useState(large ? FIRST_LARGE : FIRST)
  const at = `/api/s/${token}/${id}`
  return (
    <div lang={to.language ?? 'en'} className="flex h-dvh flex-col bg-paper">
      <header className="bar">
        <Link href={`/s/${token}`} prefetch={false} aria-label={w.backToPieces(name)} className="tap">
          <ArrowLeft size={19} aria-hidden />
        </Link>
        <h1 className="min-w-0 flex-1 truncate font-title text-lead" title={title}>
          {title}
        </h1>
        <Link href={`/s/${token}/train?piece=${id}`} prefetch={false} className="tap px-2 text-sm underline underline-offset-2">
          {w.readIt}
        </Link>
        <Larger at={step} last={SCALES.length - 1} set={setStep} smaller={w.smaller} larger={w.larger} />
      </header>
      <main className="flex min-h-0 flex-1 flex-col">
        <Tabs.Root defaultValue="part" className="flex min-h-0 flex-1 flex-col">
          <Tabs.List aria-label={title} className="flex border-b border-rule">
            {TABS.map(([value, text]) => (
              <Tabs.Trigger
                key={value}
                value={value}
                className="min-h-11 grow border-b-[3px] border-transparent px-1 data-[state=active]:border-pick data-[state=active]:font-semibold"
              >
                {w[text]}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content value="part" className="score min-h-0 flex-1 overflow-y-auto bg-sheet px-2 py-3">
            <Engraved to={to} url={`${at}/part`} scale={SCALES[step]} schema={standReply}>
              {(made) => <Systems systems={made.systems} />}
            </Engraved>
          </Tabs.Content>
          <Tabs.Content value="warmup" className="score min-h-0 flex-1 overflow-y-auto bg-sheet px-3 py-3">
            <Engraved to={to} url={`${at}/warmup`} scale={SCALES[step]} schema={ownWarmupReply}>
              {(made) => (
                <>
                  <p className="text-soft">{w.inAll(w.minutes(made.minutes))}</p>
                  {made.care && <p className="mt-2 border-l-[3px] border-l-pick pl-3 text-sm">{made.care}</p>}
                  <ol>
                    {made.items.map((x, i) => (
                      <li key={x.id} className="mt-4">
                        <h2 className="font-semibold">
                          {i + 1}. {x.title}
                        </h2>
                        <p className="text-sm">{x.says}</p>
                        {x.care && <p className="text-sm text-soft">{x.care}</p>}
                        <Systems systems={x.systems} />
                      </li>
                    ))}
                  </ol>
                </>
              )}
            </Engraved>
          </Tabs.Content>
          {hands}
        </Tabs.Root>
      </main>
    </div>
  )
}

/** What the server engraves for a width and size, as soon as it is there. */
function Engraved<T extends { ok: true }>({
  to,
  url,
  scale,
  schema,
  children,
}: {
  to: Spoken
  url: string
  scale: number
  schema: z.ZodMiniType<T | { ok: false; problem: string }>
  children: (made: T) => React.ReactNode
}) {
  const [column, width] = useWidth<HTMLDivElement>()
  const w = pupilWords(to)
  const [made, setMade] = useState<T | { ok: false; problem: string } | null>(null)
  useEffect(() => {
    if (width < 200) return
    let gone = false
    answer(schema, `${url}?width=${Math.floor(width)}&scale=${scale}`).then(
      (reply) => gone || setMade(reply),
      (e: unknown) => gone || setMade({ ok: false, problem: e instanceof Trouble && (to.language ?? 'en') === 'en' ? e.message : w.wrong }),
    )
    return () => {
      gone = true
    }
  }, [url, width, scale, schema, w, to.language])
  return (
    <div ref={column} className="mx-auto max-w-3xl">
      {made === null ? <Outline says={w.drawingPart} /> : made.ok ? children(made) : <p role="alert">{made.problem}</p>}
    </div>
  )
}
