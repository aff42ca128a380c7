'use client'

import { ArrowLeft, Play, Square } from 'lucide-react'
import Link from 'next/link'
import { Tabs } from 'radix-ui'
import { useEffect, useMemo, useState } from 'react'
import type * as z from 'zod/mini'
import { standReply } from '@/api/handOut'
import { ownWarmupReply } from '@/api/student'
import { count } from '@/core/count'
import { tempoIn } from '@/core/performance/tempo'
import type { Piece } from '@/core/piece/piece'
import { callsOf, sayCall } from '@/core/reading/calls'
import { readingOf } from '@/core/reading/reading'
import type { ClassSettings } from '@/core/seats/class'
import type { Plan } from '@/core/seats/plan'
import { RATES } from '@/core/sounding/take'
import { Bench } from '@/ui/bench/Bench'
import { answer, Trouble } from '@/ui/kit/answer'
import { Button } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'
import { Larger } from '@/ui/kit/Larger'
import { Unpacked, type Packed } from '@/ui/kit/Unpacked'
import { NowStrip } from '@/ui/rehearse/NowStrip'
import { useRehearsal, useRehearsalStore } from '@/ui/rehearse/useRehearsal'
import { Systems } from '@/ui/score/Systems'
import { useWidth } from '@/ui/score/useWidth'
import { DeskProvider, useDesk } from '@/ui/session/DeskProvider'

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
  ['part', 'Part'],
  ['fingers', 'Fingers'],
  ['calls', 'Say it'],
  ['warmup', 'Warm-up'],
] as const

/** One piece on a student's phone: what they read, where the fingers go, what is said, how to warm up, something to play along with. */
export function StudentPiece({ packed, klass, id, ...rest }: Props) {
  return (
    <Unpacked packed={packed}>
      {(music) => (
        <DeskProvider id={id} {...music} klass={klass} version={0}>
          <Surface id={id} {...rest} />
        </DeskProvider>
      )}
    </Unpacked>
  )
}

function Surface({ token, id, name, large }: Omit<Props, 'packed' | 'klass'>) {
  const title = useDesk((d) => d.piece.title)
  const [step, setStep] = useState(large ? FIRST_LARGE : FIRST)
  const stop = useRehearsalStore().stop
  // Who leaves is not followed by the sound.
  useEffect(() => stop, [stop])
  const at = `/api/s/${token}/${id}`
  return (
    <div className="flex h-dvh flex-col bg-paper">
      <header className="bar">
        <Link href={`/s/${token}`} prefetch={false} aria-label={`Back to the pieces of ${name}`} className="tap">
          <ArrowLeft size={19} aria-hidden />
        </Link>
        <h1 className="min-w-0 flex-1 truncate font-title text-lead" title={title}>
          {title}
        </h1>
        <Link href={`/s/${token}/train?piece=${id}`} prefetch={false} className="tap px-2 text-sm underline underline-offset-2">
          Read it
        </Link>
        <Larger at={step} last={SCALES.length - 1} set={setStep} />
      </header>
      <main className="flex min-h-0 flex-1 flex-col">
        <Tabs.Root defaultValue="part" className="flex min-h-0 flex-1 flex-col">
          <Tabs.List aria-label={title} className="flex border-b border-rule">
            {TABS.map(([value, text]) => (
              <Tabs.Trigger
                key={value}
                value={value}
                className="min-h-11 grow border-b-[3px] border-transparent px-1 data-[state=active]:border-rosin data-[state=active]:font-semibold"
              >
                {text}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content value="part" className="score min-h-0 flex-1 overflow-y-auto bg-sheet px-2 py-3">
            <Engraved url={`${at}/part`} scale={SCALES[step]} schema={standReply}>
              {(made) => <Systems systems={made.systems} />}
            </Engraved>
          </Tabs.Content>
          <Tabs.Content value="fingers" className="min-h-0 flex-1 bg-sheet data-[state=inactive]:hidden">
            <Bench fixed={`Fingers of ${title}`} />
          </Tabs.Content>
          <Tabs.Content value="calls" className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
            <Calls />
          </Tabs.Content>
          <Tabs.Content value="warmup" className="score min-h-0 flex-1 overflow-y-auto bg-sheet px-3 py-3">
            <Engraved url={`${at}/warmup`} scale={SCALES[step]} schema={ownWarmupReply}>
              {(made) => (
                <>
                  <p className="text-soft">{count(Math.round(made.minutes), 'minute')} in all.</p>
                  <ol>
                    {made.items.map((x, i) => (
                      <li key={x.id} className="mt-4">
                        <h2 className="font-semibold">
                          {i + 1}. {x.title}
                        </h2>
                        <p className="text-sm">{x.says}</p>
                        <Systems systems={x.systems} />
                      </li>
                    ))}
                  </ol>
                </>
              )}
            </Engraved>
          </Tabs.Content>
        </Tabs.Root>
      </main>
      <PlayAlong />
    </div>
  )
}

/** What the server engraves for a width and size, as soon as it is there. */
function Engraved<T extends { ok: true }>({
  url,
  scale,
  schema,
  children,
}: {
  url: string
  scale: number
  schema: z.ZodMiniType<T | { ok: false; problem: string }>
  children: (made: T) => React.ReactNode
}) {
  const [column, width] = useWidth<HTMLDivElement>()
  const [made, setMade] = useState<T | { ok: false; problem: string } | null>(null)
  useEffect(() => {
    if (width < 200) return
    let gone = false
    answer(schema, `${url}?width=${Math.floor(width)}&scale=${scale}`).then(
      (reply) => gone || setMade(reply),
      (e: unknown) =>
        gone || setMade({ ok: false, problem: e instanceof Trouble ? e.message : 'Something went wrong. Load the page again.' }),
    )
    return () => {
      gone = true
    }
  }, [url, width, scale, schema])
  return (
    <div ref={column} className="mx-auto max-w-3xl">
      {made === null ? <p role="status">being engraved …</p> : made.ok ? children(made) : <p role="alert">{made.problem}</p>}
    </div>
  )
}

/** What is said, measure by measure, in the words of the class. */
function Calls() {
  const piece = useDesk((d) => d.piece)
  const map = useDesk((d) => d.ensemble[d.seat])
  const talk = useDesk((d) => d.klass.talk)
  const calls = useMemo(() => callsOf(readingOf(piece, map), { ...talk, say: 'both' }), [piece, map, talk])
  return (
    <ol className="mx-auto max-w-2xl">
      {calls.map((c) => (
        <li key={c.index} className="grid grid-cols-[5rem_minmax(0,1fr)] gap-2 border-t border-rule py-1.5">
          <span className="text-sm text-soft">{c.name}</span>
          <span>{sayCall(c)}</span>
        </li>
      ))}
    </ol>
  )
}

const percent = (x: number): number => Math.round(x * 100)

/** Something to play along with: the part and a click, or the click alone, as fast as one likes. */
function PlayAlong() {
  const rehearsal = useRehearsalStore()
  const playing = useRehearsal((r) => r.playing)
  const rate = useRehearsal((r) => r.rate)
  const mode = useRehearsal((r) => r.mode)
  const trouble = useRehearsal((r) => r.trouble)
  const written = useDesk((d) => tempoIn(d.piece, 0))
  return (
    <footer className="border-t border-rule bg-sheet px-3 py-2">
      {playing && <NowStrip coming={() => null} />}
      {trouble && <p role="alert">{trouble}</p>}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <Button kind="filled" className="min-h-11" onClick={rehearsal.toggle}>
          {playing ? <Square size={17} aria-hidden /> : <Play size={17} aria-hidden />} {playing ? 'Stop' : 'Play along'}
        </Button>
        <Choice
          label="What is heard"
          value={mode === 'finger silently' ? 'click' : 'part'}
          options={[
            ['part', 'part'],
            ['click', 'click'],
          ]}
          onChange={(v) => rehearsal.setMode(v === 'click' ? 'finger silently' : 'bow')}
        />
        <label className="flex min-w-40 flex-1 items-center gap-2 text-fine text-soft">
          <input
            type="range"
            aria-label="Tempo, in percent of the written one"
            min={percent(RATES.least)}
            max={percent(RATES.most)}
            step={5}
            value={percent(rate)}
            onChange={(e) => rehearsal.setRate(e.target.valueAsNumber / 100)}
            onPointerUp={rehearsal.takeUp}
            onKeyUp={rehearsal.takeUp}
            className="min-h-11 min-w-0 flex-1 accent-rosin"
          />
          <span className="w-16 shrink-0 text-right tabular-nums">♩ = {Math.round(written * rate)}</span>
        </label>
      </div>
    </footer>
  )
}
