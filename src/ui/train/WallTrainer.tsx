'use client'

import { PageKeys } from '@/ui/kit/PageKeys'
import { NO_KEYS, useKeys } from '@/ui/kit/keys'
import { WALL_KEYS, WALL_LISTS } from './keys'
import { Maximize } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useStore } from 'zustand'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { classApi, classPage } from '@/api/address'
import { answerTo } from '@/core/trainer/answer'
import { chanceFrom } from '@/core/composing/chance'
import { KINDS } from '@/core/trainer/all'
import { QUESTION_KINDS, type QuestionKind } from '@/core/trainer/question'
import { questionKindsFor, questionRound } from '@/core/trainer/round'
import { wallStep, wallWith, type WallEvent } from '@/core/trainer/wall'
import type { Standing } from '@/core/trainer/standing'
import { traineesOf } from '@/core/trainer/trainee'
import type { Piece } from '@/core/piece/piece'
import type { Plan } from '@/core/plan/plan'
import type { EverySeat } from '@/core/seats/seat'
import type { ClassDraft } from '@/ui/class/classStore'
import { NewerClass, useClassStore } from '@/ui/class/useClassStore'
import { BackLink } from '@/ui/kit/BackLink'
import { Button } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'
import { newId } from '@/ui/kit/newId'
import { Select } from '@/ui/kit/Select'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { Unpacked, type Packed } from '@/ui/kit/Unpacked'
import { keepAnswer, sendAnswers, takeOverOld } from '@/ui/asking/kept'
import { RoundView } from './Round'
import { Told } from './Told'

/** Where answers of seats go. */

/** Seconds until the answers are shown; 0: whenever the teacher shows them. */
const PACES = [0, 5, 10, 15, 20, 30] as const

type Props = {
  start: ClassDraft & { id: string; version: number }
  pieces: readonly { readonly id: string; readonly title: string }[]
  of: { readonly id: string; readonly packed: Packed<{ piece: Piece; plan: Plan }> } | null
  standing: EverySeat<Standing>
  /** Where chance begins: the same on the server and here. */
  seed: number
}

/** Reading with the whole class: one question on the wall, an answer for each seat, said aloud and then shown. */
export function WallTrainer({ of, ...rest }: Props) {
  return of ? (
    <Unpacked packed={of.packed}>{(music) => <Surface key={of.id} {...rest} of={{ id: of.id, ...music }} />}</Unpacked>
  ) : (
    <Surface key="learned" {...rest} of={null} />
  )
}

type Of = { readonly id: string; readonly piece: Piece; readonly plan: Plan }

function Surface({ start, pieces, of, standing, seed }: Omit<Props, 'of'> & { of: Of | null }) {
  const router = useRouter()
  const store = useClassStore(start)
  const klass = useStore(store, (s) => s.settings)
  const { id, name } = start
  const url = classApi(id, '/answers')
  const trainees = useMemo(() => traineesOf(klass, of), [klass, of])
  const kinds = useMemo(() => questionKindsFor(trainees), [trainees])
  const [tab, setTab] = useState<'ask' | 'told'>('ask')
  const [pace, setPace] = useState(0)
  const [chance] = useState(() => chanceFrom(seed))
  const known = useMemo(() => Object.fromEntries(Object.entries(standing).map(([s, x]) => [s, x.notes])), [standing])
  const draw = useCallback(
    (k: QuestionKind, before: string | null) => questionRound(trainees, k, known, before, chance),
    [trainees, known, chance],
  )
  const [wall, setWall] = useState(() => wallWith(kinds.includes('letter') ? 'letter' : (kinds[0] ?? 'letter'), Date.now(), draw))
  const { round, revealed, heard, score, kind } = wall
  const now = useRef(wall)
  /** What the teacher heard of a round is kept when it is over: of the whole seat, of nobody by name. */
  const step = (e: WallEvent) => {
    const { wall: next, keep: said } = wallStep(now.current, e)
    now.current = next
    setWall(next)
    for (const { question, right, ms } of said)
      keepAnswer(url, answerTo(question, { right, mistake: null, as: '' }, { id: newId(), ms, at: Date.now() }))
    if (said.length > 0) void sendAnswers(url)
  }
  const keep = () => step({ kind: 'keep', at: Date.now() })
  const ask = (of: QuestionKind) => step({ kind: 'ask', of, at: Date.now(), draw })
  const onward = () => step({ kind: 'onward', at: Date.now(), draw })
  const mark = (seat: string) => step({ kind: 'mark', seat })
  const keeps = useRef(keep)
  useEffect(() => {
    keeps.current = keep
  })
  useEffect(() => {
    takeOverOld(id, url)
    // What an earlier visit could not send; and who leaves, for another piece or altogether, leaves no mark behind.
    void sendAnswers(url)
    const leave = () => keeps.current()
    window.addEventListener('pagehide', leave)
    return () => {
      window.removeEventListener('pagehide', leave)
      leave()
    }
  }, [id, url])
  useKeys(tab === 'ask' ? WALL_KEYS : NO_KEYS, () => ({
    onward,
    mark: (n: number) => {
      const t = trainees[n]
      if (t) mark(t.seat.id)
    },
  }))
  return (
    <div className="train flex min-h-dvh flex-col bg-paper">
      <PageKeys tables={WALL_LISTS} />
      <header className="bar">
        <BackLink />
        <h1 className="min-w-0 flex-1 truncate font-title text-lead">Note reading, {name}</h1>
        <Choice
          label="What to show"
          value={tab}
          options={[
            ['ask', 'Ask'],
            ['told', 'How it’s going'],
          ]}
          onChange={(t) => {
            if (t === 'told') {
              keep()
              void sendAnswers(url).then(() => router.refresh())
            }
            setTab(t)
          }}
        />
        <Button kind="quiet" size="small" onClick={() => void document.documentElement.requestFullscreen().catch(() => undefined)}>
          <Maximize size={15} aria-hidden /> Full screen
        </Button>
        <ThemeButton />
      </header>
      <NewerClass store={store} />
      {tab === 'told' ? (
        <Told store={store} trainees={trainees} standing={standing} />
      ) : (
        <main className="flex min-h-0 flex-1 flex-col gap-3 px-4 py-3">
          <div className="flex flex-wrap items-center gap-3">
            <p className="train-asks min-w-0 flex-1" aria-live="polite">
              {KINDS[kind].aloud}
            </p>
            {pace > 0 && !revealed && <Pace key={wall.askedAt} seconds={pace} over={() => step({ kind: 'reveal' })} />}
            <Button kind="filled" className="min-h-12 px-5 text-lead" onClick={onward} disabled={!round}>
              {revealed ? 'Next question' : 'Show the answers'}
            </Button>
          </div>
          {round ? (
            <RoundView round={round} trainees={trainees} revealed={revealed} heard={heard} mark={mark} />
          ) : (
            <p className="flex-1 text-lead">Nothing to ask yet. Set what each seat has learned on the class page.</p>
          )}
          <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
            <label className="flex items-center gap-1.5">
              <span className="text-soft">Ask</span>
              <Select value={kind} onChange={(e) => ask(QUESTION_KINDS.find((k) => k === e.target.value) ?? 'letter')}>
                {kinds.map((k) => (
                  <option key={k} value={k}>
                    {KINDS[k].name}
                  </option>
                ))}
              </Select>
            </label>
            <label className="flex items-center gap-1.5">
              <span className="text-soft">of</span>
              <Select
                value={of?.id ?? ''}
                onChange={(e) => router.push(`${classPage(id, 'reading')}${e.target.value ? `?piece=${e.target.value}` : ''}`)}
              >
                <option value="">everything learned</option>
                {pieces.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.title}
                  </option>
                ))}
              </Select>
            </label>
            <label className="flex items-center gap-1.5">
              <span className="text-soft">Pace</span>
              <Select value={pace} onChange={(e) => setPace(Number(e.target.value))}>
                {PACES.map((p) => (
                  <option key={p} value={p}>
                    {p === 0 ? 'at my own pace' : `${p} seconds`}
                  </option>
                ))}
              </Select>
            </label>
            <p className="ml-auto text-lead" aria-live="polite">
              {trainees
                .filter((t) => score[t.seat.id])
                .map((t) => `${t.seat.name} ${score[t.seat.id][0]} of ${score[t.seat.id][1]}`)
                .join(' · ')}
            </p>
          </div>
          <p className="text-fine text-soft">
            Space: show answers, then next. {trainees.length > 1 ? `Keys 1–${trainees.length}: that seat` : 'Key 1: the seat'} knew it. We
            keep this per seat, never per child.
          </p>
        </main>
      )}
    </div>
  )
}

/** Seconds that are left until the answers are shown. */
function Pace({ seconds, over }: { seconds: number; over: () => void }) {
  const [left, setLeft] = useState(seconds)
  const end = useRef(over)
  useEffect(() => {
    end.current = over
  })
  useEffect(() => {
    const until = Date.now() + seconds * 1000
    const timer = setInterval(() => {
      const now = Math.max(0, Math.ceil((until - Date.now()) / 1000))
      setLeft(now)
      if (now === 0) {
        clearInterval(timer)
        end.current()
      }
    }, 200)
    return () => clearInterval(timer)
  }, [seconds])
  return (
    <span className="train-asks tabular-nums" role="timer">
      {left}
    </span>
  )
}
