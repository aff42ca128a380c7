'use client'

import { useEffect, useRef, useState } from 'react'
import { LONGEST_ANSWER } from '@/core/trainer/answer'
import { judged, sayJudged, type Given, type Judged, type Question } from '@/core/trainer/question'
import { trainerWords } from '@/core/words/trainer'
import type { Trainee } from '@/core/trainer/trainee'
import { PageKeys } from '@/ui/kit/PageKeys'
import { ASKING_LISTS } from './keys'
import { Button } from '@/ui/kit/Button'
import { Answering } from './Answering'
import { Shows } from './Shows'

type Props = {
  question: Question
  trainee: Trainee
  drawing?: string
  /** Once it is judged: how, and in how many milliseconds it was answered. */
  answered: (judged: Judged, ms: number) => void
  next: () => void
}

/** One question to one pupil: asked, answered, judged, and on. Keyed by who shows it: a new question is a new one of these. */
export function Asking({ question, trainee, drawing, answered, next }: Props) {
  const [since] = useState(() => performance.now())
  const [done, setDone] = useState<{ given: Given; judged: Judged } | null>(null)
  const head = useRef<HTMLHeadingElement>(null)
  const on = useRef<HTMLButtonElement>(null)
  useEffect(() => head.current?.focus(), [])
  useEffect(() => {
    if (done) on.current?.focus()
  }, [done])
  const give = (given: Given) => {
    if (done) return
    const as = judged(question, given)
    setDone({ given, judged: as })
    answered(as, Math.min(LONGEST_ANSWER, Math.round(performance.now() - since)))
  }
  const board = question.answer.form === 'board' || question.answer.form === 'staff'
  return (
    <section className="mx-auto flex w-full max-w-xl flex-col gap-3 px-4 py-3">
      <PageKeys tables={ASKING_LISTS} />
      <h2 ref={head} tabIndex={-1} className="text-lead outline-none">
        {question.asks}
      </h2>
      <div className="flex justify-center rounded-lg border border-rule bg-sheet p-2">
        <Shows
          question={question}
          trainee={trainee}
          drawing={drawing}
          className={board ? 'max-h-[20dvh] w-full' : 'max-h-[34dvh] w-full'}
        />
      </div>
      <Answering answer={question.answer} trainee={trainee} done={done?.given ?? null} give={give} />
      <div role="status" className="min-h-14">
        {done && (
          <p className={`text-lead ${done.judged.right ? 'text-spruce' : 'text-madder'}`}>
            {sayJudged(question, done.judged, trainee.talk)}
          </p>
        )}
      </div>
      {done && (
        <Button ref={on} kind="filled" className="min-h-12 justify-center text-lead" onClick={next}>
          {trainerWords(trainee.talk).next}
        </Button>
      )}
    </section>
  )
}
