'use client'

import { memo, useMemo } from 'react'
import type { Question } from '@/core/trainer/question'
import type { Spoken } from '@/core/language'
import { trainerWords } from '@/core/words/trainer'
import type { Trainee } from '@/core/trainer/trainee'
import { tuneMei } from '@/engrave/tune'
import { Systems } from '@/ui/score/Systems'
import { useEngraver } from '@/ui/score/useEngraver'
import { Board } from './Board'
import { sayStaff, Staff } from './Staff'

/** What a question is about: notes on the seat's staff, a finger on its board, a letter, a measure. `drawing`: the measure as it was engraved before. */
export function Shows({
  question: { shows },
  trainee,
  drawing,
  className = '',
}: {
  question: Question
  trainee: Trainee
  drawing?: string
  className?: string
}) {
  switch (shows.kind) {
    case 'staff':
      return (
        <Staff
          clef={shows.clef}
          fifths={shows.fifths}
          notes={shows.notes}
          label={sayStaff(trainee.talk, shows.clef, shows.fifths, shows.notes)}
          className={className}
        />
      )
    case 'board':
      return (
        <figure className="flex w-full flex-col items-center">
          <Board
            instrument={trainee.setup.instrument}
            places={trainee.board}
            at={shows.at}
            label={trainerWords(trainee.talk).board(shows.says)}
            says={() => shows.says}
            className={className}
          />
          <figcaption className="font-semibold">{shows.says}</figcaption>
        </figure>
      )
    case 'letter':
      return <p className={`train-letter ${className}`}>{shows.text}</p>
    case 'measure':
      return drawing === undefined ? (
        <Engraved piece={shows.piece} to={trainee.talk} label={trainerWords(trainee.talk).measure(shows.says)} className={className} />
      ) : (
        <Drawing svg={drawing} label={trainerWords(trainee.talk).measure(shows.says)} className={className} />
      )
  }
}

const Drawing = memo(function Drawing({ svg, label, className }: { svg: string; label: string; className: string }) {
  return (
    <div role="img" aria-label={label} className={`score ${className}`}>
      <Systems systems={[svg]} />
    </div>
  )
})

/** How a measure is drawn: pixels wide, and percent. */
const [WIDTH, SCALE] = [400, 60]

function Engraved({ piece, to, label, className }: { piece: Parameters<typeof tuneMei>[0]; to: Spoken; label: string; className: string }) {
  const w = trainerWords(to)
  const mei = useMemo(() => tuneMei(piece), [piece])
  const { systems, state } = useEngraver({ mei, width: WIDTH, scale: SCALE })
  if (state === 'failed') return <p className="text-madder">{w.notDrawn}</p>
  return state === 'ready' ? <Drawing svg={systems[0]} label={label} className={className} /> : <p className={className}>{w.drawing}</p>
}
