'use client'

import { Maximize, Moon, Sun } from 'lucide-react'
import dynamic from 'next/dynamic'
import { useEffect, useMemo } from 'react'
import { Outline } from '@/ui/kit/Outline'
import { useClassId } from '@/ui/kit/InClass'
import { piecePage } from '@/api/address'
import { capital, inSentence, sayList } from '@/core/names'
import { headMeasure, nameOf } from '@/core/piece/address'
import type { Piece } from '@/core/piece/piece'
import { callsOf, sayCall } from '@/core/reading/calls'
import { readingOf } from '@/core/reading/reading'
import type { ClassSettings } from '@/core/plan/class'
import type { Plan } from '@/core/plan/plan'
import { ABOUT_MODE } from '@/core/plan/modes'
import { Bench } from '@/ui/bench/Bench'
import { BackLink } from '@/ui/kit/BackLink'
import { Button } from '@/ui/kit/Button'
import { Unpacked, type Packed } from '@/ui/kit/Unpacked'
import { Said } from '@/ui/rehearse/Said'
import { Left } from '@/ui/rehearse/Left'
import type { WallNow } from '@/ui/rehearse/wallLink'
import { sayLeft } from '@/core/practice/runSheet'
import { DeskProvider, useDesk, useDeskStore, useSeats } from '@/ui/session/DeskProvider'
import { useCallOptions } from '@/ui/steps/read/callStore'
import { useAwake, useWall } from './useWall'
import { useWallTheme } from './wallTheme'

const ScoreView = dynamic(() => import('@/ui/score/ScoreView').then((m) => m.ScoreView), {
  loading: () => <Outline says="Drawing the score …" rows={6} />,
})

type Props = { id: string; packed: Packed<{ piece: Piece; plan: Plan }>; klass: ClassSettings }

/** What the class sees of a rehearsal: as large as the room needs, in step with the teacher's window. */
export function Wall({ id, packed, klass }: Props) {
  return <Unpacked packed={packed}>{(music) => <Linked id={id} klass={klass} first={music} />}</Unpacked>
}

function Linked({ id, klass, first }: { id: string; klass: ClassSettings; first: { piece: Piece; plan: Plan } }) {
  const { music, now } = useWall(useClassId(), id, first)
  return (
    <DeskProvider key={music.number} id={id} piece={music.piece} plan={music.plan} klass={klass} version={0}>
      <Surface now={now} drill={music.drill} />
    </DeskProvider>
  )
}

function Surface({ now, drill }: { now: WallNow | null; drill: boolean }) {
  const of = useClassId()
  const store = useDeskStore()
  const moment = now?.moment
  useEffect(() => {
    const { timeline, pick } = store.getState()
    if (moment !== undefined && moment < timeline.length) pick(moment)
  }, [moment, store])
  const trouble = useAwake()
  const { theme, turn } = useWallTheme()
  const id = useDesk((d) => d.id)
  return (
    <div className={`wall ${theme}`}>
      <Head now={now} />
      <main className="flex min-h-0 flex-1 flex-col">
        <div className={`min-h-0 flex-1 ${now?.view === 'score' ? 'overflow-y-auto' : 'overflow-hidden'} ${drill ? 'drill-bench' : ''}`}>
          {now?.view === 'score' ? <ScoreView /> : <Bench fixed="Notes of each seat" />}
        </div>
        <Calls />
      </main>
      <footer className="flex flex-wrap items-center gap-x-3 px-3 py-1 text-fine text-soft">
        <BackLink href={piecePage(of, id, 'rehearse')} says="To Rehearse" />
        <span className="min-w-0 flex-1">
          {now ? 'Following the Rehearse window.' : 'Open Rehearse for this piece in this browser. The wall follows it.'}
          {trouble && ` ${trouble}`}
        </span>
        <Button kind="quiet" size="small" onClick={() => void document.documentElement.requestFullscreen().catch(() => undefined)}>
          <Maximize size={15} aria-hidden /> Full screen
        </Button>
        <Button kind="quiet" aria-label="Light or dark wall" onClick={turn}>
          {theme === 'dark' ? <Sun size={18} aria-hidden /> : <Moon size={18} aria-hidden />}
        </Button>
      </footer>
    </div>
  )
}

/** The beat, the measure and the next one, who plays and what is done; between the rows of a lesson what comes. */
function Head({ now }: { now: WallNow | null }) {
  const title = useDesk((d) => d.piece.title)
  const { shows } = ABOUT_MODE[now?.mode ?? 'bow']
  const sign = now?.sign ?? null
  return (
    <header className="wall-head">
      <h1 className="sr-only">{title}, on the wall</h1>
      <span className={`wall-beat ${now?.beat?.accent === 'bar' ? 'text-accent' : ''}`} aria-hidden>
        {sign?.until != null ? <Left until={sign.until} clock={dayClock} /> : (now?.beat?.says ?? '–')}
      </span>
      <span className="min-w-0 flex-1">
        {sign ? (
          <>
            <span className="wall-name">{sign.head}</span>
            <span className="wall-tells">{sign.tells}</span>
          </>
        ) : (
          <Heard now={now} />
        )}
      </span>
      {shows && now?.playing && <Said shows={shows} large />}
      {now && now.ends !== null && (
        <span className="wall-tells text-right">
          <Left until={now.ends} clock={dayClock} says={sayLeft} />
        </span>
      )}
    </header>
  )
}

const dayClock = (): number => Date.now()

/** The measure that is heard or picked, who plays, and what comes then. */
function Heard({ now }: { now: WallNow | null }) {
  const line = useDesk((d) => d.piece.lines[0])
  const picked = useDesk((d) => d.timeline[d.moment]?.first.at.index ?? 0)
  const index = now?.index ?? (now?.playing ? null : picked)
  const { tells } = ABOUT_MODE[now?.mode ?? 'bow']
  const who = now && now.who.length > 0 ? `${capital(sayList(now.who.map((n) => inSentence(n))))}. ` : ''
  return (
    <>
      <span className="wall-name">{index === null ? (now?.beat?.ahead ? 'Bows ready' : 'Ready') : headMeasure(line, index)}</span>
      <span className="wall-tells">
        {who}
        {tells}
        {now && now.coming !== null && <strong> {now.coming}.</strong>}
        {now && now.coming === null && now.next !== null && <span className="text-soft"> Then {nameOf(line, now.next)}.</span>}
      </span>
    </>
  )
}

/** The call of the measure that is picked or heard, seat by seat; one for all where all say the same. */
function Calls() {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const index = useDesk((d) => d.timeline[d.moment]?.first.at.index ?? 0)
  const seats = useSeats()
  const options = useCallOptions()
  const all = useMemo(
    () => seats.map((s) => ({ name: s.name, calls: callsOf(readingOf(piece, ensemble[s.id]), options) })),
    [piece, ensemble, seats, options],
  )
  const said = all.map(({ name, calls }) => ({ name, text: calls[index] ? sayCall(calls[index]) : '' }))
  const groups = [...new Set(said.map((s) => s.text))].map((text) => ({
    text,
    names: said.filter((s) => s.text === text).map((s) => s.name),
  }))
  return (
    <ul aria-label="Calls" className="wall-calls">
      {groups.map((g) => (
        <li key={g.names.join()}>
          <span className="text-soft">{g.names.length === seats.length ? 'All' : g.names.join(', ')}</span> {g.text}
        </li>
      ))}
    </ul>
  )
}
