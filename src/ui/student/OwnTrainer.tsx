'use client'

import { ArrowLeft } from 'lucide-react'
import Link from 'next/link'
import { useCallback, useEffect, useMemo, useState } from 'react'
import { deckReply, type DeckReply } from '@/api/training'
import type { PupilWords } from '@/core/words/en/pupil'
import { pupilWords } from '@/core/words/pupil'
import type { Piece } from '@/core/piece/piece'
import type { ClassSettings } from '@/core/plan/class'
import type { Plan } from '@/core/plan/plan'
import { seatsOf } from '@/core/seats/seat'
import { itemsOf, questionOf, type Item } from '@/core/trainer/all'
import { answerTo } from '@/core/trainer/answer'
import { ENGRAVED, QUESTION_KINDS, type Judged, type Question } from '@/core/trainer/question'
import { nextItem, progressOf, withAnswer, type Progress } from '@/core/trainer/spaced'
import { traineeOf, type Trainee } from '@/core/trainer/trainee'
import { answer, Trouble } from '@/ui/kit/answer'
import { Button } from '@/ui/kit/Button'
import { newId } from '@/ui/kit/newId'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { Unpacked, type Packed } from '@/ui/kit/Unpacked'
import { Asking } from '@/ui/asking/Asking'
import { keepAnswer, sendAnswers, waiting, type Sent } from '@/ui/asking/kept'

/** How long a pupil reads at a time, in milliseconds. Common practice: little and often. */
const SESSION = 5 * 60_000
/** After so many answers they are sent. */
const SENT_EVERY = 5

type Props = {
  token: string
  name: string
  /** Of which piece is asked; null: of all that is learned. */
  of: { readonly id: string; readonly title: string; readonly packed: Packed<{ piece: Piece; plan: Plan }> } | null
  klass: ClassSettings
}

/** Five minutes of reading for one pupil, on their phone: what they read is what they play. */
export function OwnTrainer({ of, ...rest }: Props) {
  return of ? (
    <Unpacked packed={of.packed}>{(music) => <Surface {...rest} of={{ id: of.id, title: of.title, ...music }} />}</Unpacked>
  ) : (
    <Surface {...rest} of={null} />
  )
}

type Of = { readonly id: string; readonly title: string; readonly piece: Piece; readonly plan: Plan }

function Surface({ token, name, klass, of }: Omit<Props, 'of'> & { of: Of | null }) {
  const trainee = useMemo(() => traineeOf(klass, seatsOf(klass)[0], of), [klass, of])
  const w = pupilWords(trainee.talk)
  const url = `/api/s/${token}/train`
  const [deck, setDeck] = useState<DeckReply | null>(null)
  const [sent, setSent] = useState<Sent>('sent')
  const [since, setSince] = useState<number | null>(null)
  const [done, setDone] = useState<{ asked: number; right: number } | null>(null)
  const send = useCallback(() => void sendAnswers(url).then(setSent), [url])
  useEffect(() => {
    answer(deckReply, of ? `${url}?piece=${of.id}` : url).then(setDeck, (e: unknown) =>
      setDeck({ ok: false, problem: e instanceof Trouble && (trainee.talk.language ?? 'en') === 'en' ? e.message : w.wrong }),
    )
    // What an earlier visit could not send.
    send()
    window.addEventListener('online', send)
    return () => {
      window.removeEventListener('online', send)
      send()
    }
  }, [url, of, send, w, trainee])
  const finish = (asked: number, right: number) => {
    setSince(null)
    setDone({ asked, right })
    send()
  }
  return (
    <div lang={trainee.talk.language ?? 'en'} className="flex min-h-dvh flex-col bg-paper">
      <header className="bar">
        <Link href={of ? `/s/${token}/${of.id}` : `/s/${token}`} prefetch={false} aria-label={w.back} className="tap">
          <ArrowLeft size={19} aria-hidden />
        </Link>
        <div className="min-w-0 flex-1 leading-tight">
          <h1 className="truncate font-title text-lead">{w.readingOf(of?.title ?? null)}</h1>
          <p className="truncate text-fine text-soft">
            {name} · {trainee.seat.name}
          </p>
        </div>
        <ThemeButton says={w.theme} hint={w.theme} />
      </header>
      <main className="flex-1">
        {!deck ? (
          <p role="status" className="px-4 py-3">
            {w.gettingReady}
          </p>
        ) : !deck.ok ? (
          <p role="alert" className="px-4 py-3">
            {deck.problem}
          </p>
        ) : since === null ? (
          <Start trainee={trainee} of={of} done={done} begin={() => setSince(Date.now())} />
        ) : (
          <Session key={since} deck={deck} trainee={trainee} url={url} since={since} send={send} finish={finish} />
        )}
      </main>
      <footer className="px-4 py-2 text-fine text-soft">
        <p role="status">
          {sent === 'no network' && w.noNetwork(waiting(url).length)}
          {typeof sent === 'object' && w.notSaved(sent.refused)}
        </p>
      </footer>
    </div>
  )
}

function Start({
  trainee,
  of,
  done,
  begin,
}: {
  trainee: Trainee
  of: Of | null
  done: { asked: number; right: number } | null
  begin: () => void
}) {
  const w = pupilWords(trainee.talk)
  const items = useMemo(() => itemsOf(trainee, QUESTION_KINDS), [trainee])
  return (
    <div className="mx-auto flex max-w-xl flex-col gap-3 px-4 py-6">
      {done && (
        <p role="status" className="text-lead">
          {w.finished(done.right, done.asked)}
        </p>
      )}
      <p>{w.aboutFive(of !== null)}</p>
      {items.length === 0 ? (
        <p>{w.noQuestions}</p>
      ) : (
        <Button kind="filled" className="min-h-14 justify-center text-lead" onClick={begin}>
          {done ? w.another : w.begin}
        </Button>
      )}
    </div>
  )
}

/** Questions one after the other until the time is over. */
function Session({
  deck,
  trainee,
  url,
  since,
  send,
  finish,
}: {
  deck: Extract<DeckReply, { ok: true }>
  trainee: Trainee
  url: string
  since: number
  send: () => void
  finish: (asked: number, right: number) => void
}) {
  const w = pupilWords(trainee.talk)
  const items = useMemo(
    () => itemsOf(trainee, QUESTION_KINDS).filter((i) => !ENGRAVED.includes(i.kind) || deck.drawings[i.id] !== undefined),
    [trainee, deck],
  )
  const [progress, setProgress] = useState<Progress>(() => progressOf([...deck.answers, ...waiting(url)]))
  const [asked, setAsked] = useState<readonly boolean[]>([])
  const [{ number, question }, setQuestion] = useState(() => ({ number: 0, question: questionAfter(trainee, items, progress, since) }))
  const next = () => {
    const over = Date.now() - since >= SESSION
    const q = over ? null : questionAfter(trainee, items, progress, since)
    if (!q) return finish(asked.length, asked.filter(Boolean).length)
    setQuestion({ number: number + 1, question: q })
  }
  const answered = (q: Question, judged: Judged, ms: number) => {
    const a = answerTo(q, judged, { id: newId(), ms, at: Date.now() })
    keepAnswer(url, a)
    setProgress((p) => withAnswer(p, a))
    setAsked((all) => [...all, judged.right])
    if ((asked.length + 1) % SENT_EVERY === 0) send()
  }
  return (
    <>
      <TimeLeft since={since} w={w} />
      {question ? (
        <Asking
          key={number}
          question={question}
          trainee={trainee}
          drawing={deck.drawings[question.item]}
          answered={(judged, ms) => answered(question, judged, ms)}
          next={next}
        />
      ) : (
        <p className="px-4 py-3">{w.noQuestionsHere}</p>
      )}
    </>
  )
}

/** The next question; one that cannot be asked any more is passed over. */
function questionAfter(trainee: Trainee, items: readonly Item[], progress: Progress, since: number): Question | null {
  let left = items
  for (let tries = 0; tries < 20; tries++) {
    const item = nextItem(left, progress, since, Date.now())
    if (!item) return null
    const question = questionOf(trainee, item, Math.random)
    if (question) return question
    left = left.filter((i) => i.id !== item.id)
  }
  return null
}

/** How much of the five minutes is left, as a bar and in words. */
function TimeLeft({ since, w }: { since: number; w: PupilWords }) {
  const [now, setNow] = useState(since)
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000)
    return () => clearInterval(timer)
  }, [])
  const left = Math.max(0, SESSION - (now - since))
  const minutes = Math.ceil(left / 60_000)
  return (
    <div className="px-4 pt-2">
      <div className="h-1.5 overflow-hidden rounded bg-wash">
        <div className="h-full bg-ink" style={{ width: `${(100 * left) / SESSION}%` }} />
      </div>
      <p className="text-fine text-soft">{left > 0 ? w.left(minutes) : w.over}</p>
    </div>
  )
}
