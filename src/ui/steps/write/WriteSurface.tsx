'use client'

import { useCalled } from '@/ui/kit/InClass'
import dynamic from 'next/dynamic'
import { useCallback, useMemo, useState } from 'react'
import { useStore } from 'zustand'
import type { ClassSettings } from '@/core/plan/class'
import { partOfSeat } from '@/core/part/part'
import { ensembleMapper, mapsOf } from '@/core/balance/ensemble'
import { emptyPlan } from '@/core/plan/plan'
import { misfits } from '@/core/piece/walk'
import type { Draft } from '@/core/writing/draft'
import { meiOf } from '@/engrave/mei'
import { misfitProblems } from '@/formats/assemble'
import type { SourceProblem } from '@/formats/outcome'
import { headline } from '@/core/piece/headline'
import { Systems } from '@/ui/score/Systems'
import { useEngraver } from '@/ui/score/useEngraver'
import { useWidth } from '@/ui/score/useWidth'
import { actOf, useKeys } from '@/ui/kit/keys'
import { WRITE_KEYS } from './keys'
import { sayCaret } from '@/core/writing/say'
import { AskReach, type Asked } from './AskReach'
import { NoteTools } from './NoteTools'
import { TuneScore } from './TuneScore'
import { useReading } from './useReading'
import type { WriteStore } from './writeStore'

type Props = {
  store: WriteStore
  klass: ClassSettings
  onHelp: () => void
  /** Stands under the text pane. */
  children: React.ReactNode
}

/** Where the notes' keys are somebody else's; the drawing of the notes has them itself. */
const TAKEN = 'input, textarea, select, button, a, [contenteditable], [role=dialog], [role=application]'

/** The text pane is loaded when it is to be seen: the notes can be written meanwhile. */
const AbcEditor = dynamic(() => import('./AbcEditor').then((m) => m.AbcEditor), {
  ssr: false,
  loading: () => <p className="p-4 text-soft">Reading the text …</p>,
})

const NO_PROBLEMS: readonly SourceProblem[] = []

/** Text at the left, the same as notes at the right, and below them as the class reads it; each follows the other. */
export function WriteSurface({ store, klass, onHelp, children }: Props) {
  const called = useCalled()
  const state = useStore(store)
  const { draft, text, reading, said, run, typeText, read } = state
  const { piece } = draft
  const [asked, setAsked] = useState<Asked | null>(null)
  const [goTo, setGoTo] = useState<{ line: number; column: number; at: number } | null>(null)
  useReading(text, read)
  const off = useMemo(() => misfits(piece).length, [piece])
  const problems = useMemo(
    () => (reading ? (reading.ok ? reading.misfits : reading.problems) : off ? misfitProblems(piece) : NO_PROBLEMS),
    [reading, off, piece],
  )
  const readable = reading === null || reading.ok
  const at = useCallback(() => ({ tune: store.getState(), help: onHelp }), [store, onHelp])
  const keys = useCallback(
    (e: React.KeyboardEvent) => {
      const run = actOf(WRITE_KEYS, e)
      if (!run) return
      run(at())
      e.preventDefault()
    },
    [at],
  )
  // Keys work without a click into the notes, wherever nothing else takes them.
  useKeys(WRITE_KEYS, at, TAKEN)
  return (
    <div className="write">
      <section aria-label="Text" className="write-text flex min-h-0 flex-col border-r border-rule">
        <div className="min-h-0 grow">
          <AbcEditor text={text} problems={problems} onChange={typeText} goTo={goTo} />
        </div>
        <div className="max-h-44 min-h-20 overflow-y-auto border-t border-rule px-4 py-2" aria-live="polite">
          {readable && (
            <p>
              {off === 0 && <span className="font-semibold text-spruce">Reads well. </span>}
              {piece.title}: {headline(piece.key, piece.meter, piece.tempo, false, klass.talk.names)}, {piece.lines[0].measures.length}{' '}
              {called('measures')}.
            </p>
          )}
          {readable && off > 0 && <p className="text-soft">{called('These measures don’t add up yet:')}</p>}
          <ul>
            {problems.slice(0, 12).map((p, i) => (
              <li key={i}>
                <button
                  type="button"
                  className="text-left hover:underline"
                  disabled={p.line === 0}
                  onClick={() => setGoTo({ line: p.line, column: p.column, at: Date.now() })}
                >
                  {p.line > 0 && (
                    <span className="font-semibold text-madder">
                      Line {p.line}, column {p.column}:{' '}
                    </span>
                  )}
                  {p.text}
                </button>
              </li>
            ))}
          </ul>
          {reading?.ok &&
            reading.notices.map((n) => (
              <p key={n} className="text-ochre">
                {n}
              </p>
            ))}
        </div>
        <div className="border-t border-rule bg-sheet px-4 py-2">{children}</div>
      </section>
      <section aria-label="Score" className="flex min-h-0 flex-col">
        <NoteTools draft={draft} run={run} asked={asked} ask={setAsked} />
        {asked && <AskReach asked={asked} draft={draft} run={run} done={() => setAsked(null)} />}
        <div className={`min-h-0 grow overflow-y-auto p-3 ${readable ? '' : 'opacity-60'}`}>
          <TuneScore draft={draft} run={run} onKeyDown={keys} />
          <ClassScore draft={draft} klass={klass} />
        </div>
        <p role="status" aria-label="Note editor" className="border-t border-rule bg-sheet px-4 py-1 text-sm text-soft">
          {sayCaret(draft, klass.talk.names)}
          {said ? ` · ${said}` : ''} · letters type notes, ? lists the keys
        </p>
      </section>
    </div>
  )
}

/** The tune as the class reads it, with fingers. */
function ClassScore({ draft, klass }: { draft: Draft; klass: ClassSettings }) {
  const { piece } = draft
  const [column, width] = useWidth<HTMLDivElement>()
  const mei = useMemo(() => {
    const ensemble = ensembleMapper()(piece, emptyPlan(), klass)
    return meiOf(piece, {
      parts: mapsOf(ensemble).map((m) => partOfSeat(piece, m, false)),
      rows: ['finger'],
      positions: true,
      labels: true,
    })
  }, [piece, klass])
  const { systems } = useEngraver(width > 200 ? { mei, width: width - 8, scale: 30 } : null)
  return (
    <section aria-label="How the class reads it" className="mt-4">
      <h2 className="text-sm font-semibold text-soft">How the class reads it</h2>
      <div ref={column} className="score mt-1 rounded-md bg-sheet p-1">
        <Systems systems={systems} />
      </div>
    </section>
  )
}
