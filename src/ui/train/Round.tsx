'use client'

import { stringName } from '@/core/words/en/hands'
import { Check, Minus, X } from 'lucide-react'
import type { Heard } from '@/core/trainer/wall'
import type { Round } from '@/core/trainer/round'
import type { Question } from '@/core/trainer/question'
import type { Trainee } from '@/core/trainer/trainee'
import { stemOf, CLEFS } from '@/core/music/clef'
import { pitchAt } from '@/core/music/pitch'
import { capital } from '@/core/names'
import { Board } from '@/ui/asking/Board'
import { Shows } from '@/ui/asking/Shows'
import { Staff } from '@/ui/asking/Staff'

/** One question, an answer for every seat: shown to all, said aloud, then revealed. */
export function RoundView({
  round,
  trainees,
  revealed,
  heard,
  mark,
}: {
  round: Round
  trainees: readonly Trainee[]
  revealed: boolean
  heard: Readonly<Record<string, Heard>>
  mark: (seat: string) => void
}) {
  const shown = trainees.filter((t) => round.questions.some((q) => q.seat === t.seat.id))
  return (
    <ul className={`grid min-h-0 flex-1 gap-3 ${shown.length > 4 ? 'sm:grid-cols-2 lg:grid-cols-4' : 'sm:grid-cols-2'}`}>
      {shown.map((t) => {
        const question = round.questions.find((q) => q.seat === t.seat.id)!
        return (
          <li key={t.seat.id} className="flex min-h-0 flex-col rounded-lg border border-rule bg-sheet p-3">
            <div className="flex flex-wrap items-center gap-2">
              <h2 className="train-seat">{t.seat.name}</h2>
              {['shift', 'trap'].includes(question.kind) && <p className="min-w-0 flex-1 text-lead">{question.asks}</p>}
              {revealed && (
                <Marked number={trainees.indexOf(t) + 1} name={t.seat.name} heard={heard[t.seat.id] ?? null} mark={() => mark(t.seat.id)} />
              )}
            </div>
            <div className="flex min-h-0 flex-1 items-center justify-center gap-3">
              <Shows question={question} trainee={t} className="train-shown" />
              {revealed && <Answer question={question} trainee={t} />}
            </div>
            <p className="train-says" aria-live="polite">
              {revealed ? capital(question.says) : ' '}
            </p>
          </li>
        )
      })}
    </ul>
  )
}

/** Whether the seat had it: pressed again it is otherwise, and again nothing. */
function Marked({ number, name, heard, mark }: { number: number; name: string; heard: Heard; mark: () => void }) {
  const said = heard === null ? 'not said' : heard ? 'knew it' : 'not yet'
  const look = heard === null ? 'border-rule text-soft' : heard ? 'border-spruce text-spruce' : 'border-madder text-madder'
  return (
    <button
      type="button"
      onClick={mark}
      aria-label={`${name}: ${said}. Change`}
      className={`ml-auto inline-flex min-h-11 items-center gap-1.5 rounded-md border-2 bg-sheet px-3 text-lead ${look}`}
    >
      {heard === null ? <Minus size={18} aria-hidden /> : heard ? <Check size={18} aria-hidden /> : <X size={18} aria-hidden />}
      {said}
      <kbd className="text-fine text-soft">{number}</kbd>
    </button>
  )
}

/** The right answer as it is drawn, where it is a place. */
function Answer({ question: { answer }, trainee }: { question: Question; trainee: Trainee }) {
  switch (answer.form) {
    case 'choice':
      return null
    case 'board':
      return (
        <Board
          instrument={trainee.setup.instrument}
          places={trainee.board}
          right={answer.right}
          shown
          label={`${trainee.seat.name} fingerboard with the answer`}
          says={(p) => `${p.finger} on ${stringName(trainee.talk, trainee.setup.instrument, p.string)}`}
          className="train-shown"
        />
      )
    case 'staff':
      return (
        <Staff
          clef={answer.clef}
          fifths={answer.fifths}
          notes={[]}
          put={{ steps: answer.right, stem: answer.stem && stemOf([pitchAt(answer.right[0], 0)], CLEFS[answer.clef]) }}
          right={answer.right}
          label={`${trainee.seat.name} staff with the answer`}
          className="train-shown"
        />
      )
  }
}
