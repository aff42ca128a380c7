'use client'

import { useMemo, useState } from 'react'
import { SEATS } from '@/core/hands/instruments'
import { ensembleMapper } from '@/core/seats/ensemble'
import { emptyPlan } from '@/core/seats/plan'
import { meiOf } from '@/engrave/mei'
import type { SourceProblem } from '@/formats/reading'
import { headline } from '../parts/music'
import { Systems } from '../score/Systems'
import { useEngraver } from '../score/useEngraver'
import { useWidth } from '../score/useWidth'
import { AbcEditor } from './AbcEditor'
import { useReading } from './useReading'

type Props = {
  initial: string
  /** Told of every text that was read, with whether it could be; must keep its identity. */
  onText: (text: string, readable: boolean) => void
  /** Stands under the text pane. */
  children: React.ReactNode
}

const NO_PROBLEMS: readonly SourceProblem[] = []

/** Text at the left, the class's score at the right as one types, what is wrong below at its line and column. */
export function WriteView({ initial, onText, children }: Props) {
  const [text, setText] = useState(initial)
  const [goTo, setGoTo] = useState<{ line: number; column: number; at: number } | null>(null)
  const { reading, piece: shown } = useReading(text, onText)
  const problems = reading && !reading.ok ? reading.problems : NO_PROBLEMS
  const [column, width] = useWidth<HTMLDivElement>()
  const mei = useMemo(() => {
    if (!shown) return null
    const ensemble = ensembleMapper()(shown, emptyPlan())
    return meiOf(shown, { maps: SEATS.map((s) => ensemble[s]), rows: ['finger'], positions: true, labels: true })
  }, [shown])
  const { systems, state } = useEngraver(mei && width > 200 ? { mei, width: width - 8, scale: 32 } : null)
  return (
    <div className="grid min-h-0 grow grid-cols-[minmax(340px,2fr)_3fr]">
      <section aria-label="Text" className="flex min-h-0 flex-col border-r border-rule">
        <div className="min-h-0 grow">
          <AbcEditor initial={initial} problems={problems} onChange={setText} goTo={goTo} />
        </div>
        <div className="max-h-44 min-h-20 overflow-y-auto border-t border-rule px-4 py-2" aria-live="polite">
          {problems.length > 0 ? (
            <ul>
              {problems.slice(0, 12).map((p, i) => (
                <li key={i}>
                  <button
                    type="button"
                    className="text-left hover:underline"
                    onClick={() => setGoTo({ line: p.line, column: p.column, at: Date.now() })}
                  >
                    <span className="font-semibold text-madder">
                      Line {p.line}, column {p.column}:
                    </span>{' '}
                    {p.text}
                  </button>
                </li>
              ))}
            </ul>
          ) : reading?.ok ? (
            <>
              <p>
                <span className="font-semibold text-spruce">Reads well.</span> {reading.piece.title}:{' '}
                {headline(reading.piece.key, reading.piece.meter, reading.piece.tempo)}, {reading.piece.lines[0].measures.length} measures.
              </p>
              {reading.notices.map((n) => (
                <p key={n} className="text-ochre">
                  {n}
                </p>
              ))}
            </>
          ) : (
            <p className="text-soft">Reading …</p>
          )}
        </div>
        <div className="border-t border-rule bg-sheet px-4 py-2">{children}</div>
      </section>
      <section aria-label="Score" className="min-h-0 overflow-y-auto p-3" tabIndex={0}>
        <div ref={column}>
          <div className={`score rounded-md bg-sheet p-1 ${problems.length ? 'opacity-60' : ''}`}>
            <Systems systems={systems} />
            {systems.length === 0 && (
              <p className="p-8 text-soft">
                {state === 'failed' ? 'The score could not be engraved; the text is kept.' : 'The score appears here as you type.'}
              </p>
            )}
          </div>
        </div>
      </section>
    </div>
  )
}
