'use client'

import { stringName } from '@/core/words/en/hands'
import { handWords } from '@/core/words/hands'
import { trainerWords } from '@/core/words/trainer'
import { ArrowDown, ArrowUp } from 'lucide-react'
import { useState } from 'react'
import { CLEFS, stemOf } from '@/core/music/clef'
import { pitchAt } from '@/core/music/pitch'
import { placeKey, type AnswerForm, type FingeredPlace, type Given } from '@/core/trainer/question'
import type { Trainee } from '@/core/trainer/trainee'
import { Button } from '@/ui/kit/Button'
import { NO_KEYS, useKeys } from '@/ui/kit/keys'
import { Board } from './Board'
import { BOARD_KEYS, CHOICE_KEYS, STAFF_KEYS } from './keys'
import { Staff } from './Staff'

type Props = { answer: AnswerForm; trainee: Trainee; done: Given | null; give: (given: Given) => void }

/** How a question is answered: by touch, by keys, or by what a screen reader reads out. `done`: what was answered, once it is judged. */
export function Answering({ answer, ...rest }: Props) {
  switch (answer.form) {
    case 'choice':
      return <Choosing {...rest} answer={answer} />
    case 'board':
      return <OnBoard {...rest} answer={answer} />
    case 'staff':
      return <OnStaff {...rest} answer={answer} />
  }
}

type Form<F extends AnswerForm['form']> = Props & { answer: Extract<AnswerForm, { form: F }> }

function Choosing({ answer: { options }, trainee, done, give }: Form<'choice'>) {
  const w = trainerWords(trainee.talk)
  useKeys(done === null ? CHOICE_KEYS : NO_KEYS, () => ({
    choose: (at: number) => {
      if (options[at]) give({ form: 'choice', at })
    },
  }))
  const chosen = done?.form === 'choice' ? done.at : null
  return (
    <ol className="grid grid-cols-1 gap-2 min-[360px]:grid-cols-2">
      {options.map((o, i) => {
        const state =
          done === null ? '' : o.mistake === null ? 'border-spruce font-semibold' : i === chosen ? 'border-madder' : 'opacity-60'
        return (
          <li key={o.text}>
            <button
              type="button"
              disabled={done !== null}
              onClick={() => give({ form: 'choice', at: i })}
              className={`flex min-h-14 w-full items-center gap-2 rounded-lg border-2 border-rule bg-sheet px-3 py-2 text-left text-lead hover:enabled:border-ink ${state}`}
            >
              <span className="text-fine text-soft" aria-hidden>
                {i + 1}
              </span>
              <span>{o.text}</span>
              {done !== null && o.mistake === null && <span className="ml-auto text-fine text-spruce">{w.isRight}</span>}
              {done !== null && o.mistake !== null && i === chosen && <span className="ml-auto text-fine text-madder">{w.yours}</span>}
            </button>
          </li>
        )
      })}
    </ol>
  )
}

function OnBoard({ answer: { right, all }, trainee, done, give }: Form<'board'>) {
  const [chosen, setChosen] = useState<readonly string[]>([])
  const [string, setString] = useState<number | null>(null)
  const { instrument } = trainee.setup
  const w = trainerWords(trainee.talk)
  const says = (p: FingeredPlace): string => handWords(trainee.talk).onString(p.finger, stringName(trainee.talk, instrument, p.string))
  const touch = (key: string) => {
    if (done) return
    if (!all) return give({ form: 'board', places: [key] })
    setChosen((now) => (now.includes(key) ? now.filter((k) => k !== key) : [...now, key]))
  }
  // A string by its letter, then a finger on it; where several places have that finger, the lowest first.
  useKeys(done === null ? BOARD_KEYS : NO_KEYS, () => ({
    string: (letter: string) => {
      const named = instrument.strings.findIndex((p) => p.letter === letter)
      if (named >= 0) setString(named)
    },
    finger: (finger: string) => {
      if (string === null) return
      const found = trainee.board.filter((p) => p.string === string && p.finger.replace(/[^0-4]/g, '').startsWith(finger))
      const place = found.find((p) => !chosen.includes(placeKey(p))) ?? found[0]
      if (place) touch(placeKey(place))
    },
  }))
  const given = done?.form === 'board' ? done.places : chosen
  return (
    <div className="flex flex-col items-center gap-2">
      <Board
        instrument={instrument}
        places={trainee.board}
        chosen={given}
        right={done ? right : null}
        touch={touch}
        label={w.boardOf(trainee.seat.name, instrument.strings.map((_, i) => stringName(trainee.talk, instrument, i)).join(' '))}
        says={says}
        className="max-h-[54dvh] w-full max-w-[420px]"
      />
      {string !== null && !done && <p className="text-fine text-soft">{w.nowFinger(stringName(trainee.talk, instrument, string))}</p>}
      {all && !done && (
        <Button kind="filled" className="min-h-12 px-5" onClick={() => give({ form: 'board', places: chosen })}>
          {w.all}
        </Button>
      )}
    </div>
  )
}

function OnStaff({ answer, trainee, done, give }: Form<'staff'>) {
  const { clef, fifths, from, to, right, all, stem: wanted } = answer
  const [steps, setSteps] = useState<readonly number[]>([])
  const [at, setAt] = useState(CLEFS[clef].middle)
  const [stem, setStem] = useState<'up' | 'down' | null>(null)
  const w = trainerWords(trainee.talk)
  const says = (s: number): string => handWords(trainee.talk).staffPlace(pitchAt(s, 0), CLEFS[clef])
  const move = (by: number) => setAt((s) => Math.max(from, Math.min(to, s + by)))
  const toggle = (s: number) => {
    setAt(s)
    setSteps((now) => (all ? (now.includes(s) ? now.filter((x) => x !== s) : [...now, s]) : [s]))
  }
  const ready = (all ? steps.length > 0 : true) && (wanted === null || stem !== null)
  const finish = () => ready && give({ form: 'staff', steps: all ? steps : [at], stem })
  useKeys(done === null ? STAFF_KEYS : NO_KEYS, () => ({
    move,
    toggle: () => {
      if (all) toggle(at)
    },
    stem: (way: 'up' | 'down') => {
      if (wanted) setStem(way)
    },
    finish,
  }))
  const shown = done?.form === 'staff' ? done.steps : all ? steps : [at]
  const drawn = done ? [...new Set([...shown, ...right])] : shown
  return (
    <div className="flex flex-col items-center gap-2">
      <Staff
        clef={clef}
        fifths={fifths}
        notes={[]}
        put={{ steps: drawn, stem: done ? stemFor(right[0], clef, wanted) : stem }}
        right={done ? right : undefined}
        from={from}
        to={to}
        label={w.staffOf(trainee.seat.name, clef)}
        className="max-h-[40dvh] w-full max-w-[420px] bg-sheet"
      >
        {({ y, width, space }) =>
          done ? null : (
            <g>
              <line x1={0} x2={width} y1={y(at)} y2={y(at)} stroke="var(--pick)" strokeWidth={space} opacity={0.18} />
              {Array.from({ length: to - from + 1 }, (_, i) => to - i).map((s) => (
                <rect
                  key={s}
                  x={0}
                  y={y(s) - space / 4}
                  width={width}
                  height={space / 2}
                  fill="transparent"
                  onClick={() => toggle(s)}
                  className="cursor-pointer"
                />
              ))}
            </g>
          )
        }
      </Staff>
      {!done && (
        <>
          <p aria-live="polite" className="text-sm text-soft">
            {says(at)}
            {all &&
              (steps.length
                ? `. ${w.put(
                    [...steps]
                      .sort((a, b) => a - b)
                      .map(says)
                      .join(', '),
                  )}`
                : `. ${w.nothingPut}`)}
          </p>
          <div className="flex flex-wrap justify-center gap-2">
            <Button className="min-h-12 px-4" onClick={() => move(1)} aria-label={w.higher}>
              <ArrowUp size={20} aria-hidden />
            </Button>
            <Button className="min-h-12 px-4" onClick={() => move(-1)} aria-label={w.lower}>
              <ArrowDown size={20} aria-hidden />
            </Button>
            {all && (
              <Button className="min-h-12 px-4" onClick={() => toggle(at)}>
                {steps.includes(at) ? w.takeAway : w.putHere}
              </Button>
            )}
            {wanted &&
              (['up', 'down'] as const).map((way) => (
                <Button
                  key={way}
                  className="min-h-12 px-4"
                  aria-pressed={stem === way}
                  kind={stem === way ? 'filled' : 'plain'}
                  onClick={() => setStem(way)}
                >
                  {w.stemButton(way)}
                </Button>
              ))}
            <Button kind="filled" className="min-h-12 px-5" disabled={!ready} onClick={finish}>
              {all ? w.all : w.done}
            </Button>
          </div>
        </>
      )}
    </div>
  )
}

/** The stem that a right note has, where one was asked for. */
const stemFor = (steps: number, clef: keyof typeof CLEFS, wanted: 'up' | 'down' | null): 'up' | 'down' | null =>
  wanted && stemOf([pitchAt(steps, 0)], CLEFS[clef])
