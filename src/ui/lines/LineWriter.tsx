'use client'

import { useCalled } from '@/ui/kit/InClass'
import { RefreshCw } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useEffect, useMemo, useState, useTransition } from 'react'
import { Outline } from '@/ui/kit/Outline'
import { useClassId } from '@/ui/kit/InClass'
import { piecePage, type Look } from '@/api/address'
import { LINE_LENGTHS, USUAL, WISHES, type LineOrder, type OrderedLine } from '@/core/composing/ordered'
import { TRAINS, type Train } from '@/core/composing/trains'
import { KEYS_TAUGHT } from '@/core/instruments/reads'
import { keyName } from '@/core/music/key'
import { partsOfPiece } from '@/core/part/part'
import type { ClassSettings } from '@/core/plan/class'
import { meiOf } from '@/engrave/mei'
import { writeAbc } from '@/formats/abc/write'
import { BackLink } from '@/ui/kit/BackLink'
import { Button } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'
import { Select } from '@/ui/kit/Select'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { Systems } from '@/ui/score/Systems'
import { useEngraver } from '@/ui/score/useEngraver'
import { useWidth } from '@/ui/score/useWidth'
import { sendToShelf } from '@/ui/session/put'
import { About } from './About'
import { writtenLine } from './writer'

/** How large the notes are drawn, in percent. */
const SCALE = 50
/** As many keys as a class meets. */
const KEYS = KEYS_TAUGHT.slice(0, 9)
const METERS = ['4/4', '3/4', '2/4'] as const

const TRAIN_NAMES: Readonly<Record<Train, string>> = {
  plain: 'just reading',
  crossing: 'string crossings',
  skips: 'skips',
  rhythm: 'rhythms',
  'one string': 'one string',
  'two forms': 'one letter, two forms',
  trap: 'a surprise at the end',
}

type Made = { readonly of: LineOrder; readonly line: OrderedLine | null | 'failed' }

/** A line of reading for the whole class, written to order: in which key, how long, what it trains; another until one is right, then onto the shelf. */
export function LineWriter({ name, klass }: { name: string; klass: ClassSettings }) {
  const called = useCalled()
  const of = useClassId()
  const router = useRouter()
  const [order, setOrder] = useState<LineOrder>({
    key: { fifths: KEYS[0], mode: 'major' },
    meter: { beats: 4, unit: 4 },
    measures: 8,
    train: 'plain',
    seed: 1,
  })
  const [made, setMade] = useState<Made | null>(null)
  const [problem, setProblem] = useState('')
  const [pending, start] = useTransition()
  useEffect(() => {
    let wanted = true
    writtenLine(klass, order).then(
      (line) => wanted && setMade({ of: order, line }),
      () => wanted && setMade({ of: order, line: 'failed' }),
    )
    return () => {
      wanted = false
    }
  }, [klass, order])
  const change = (by: Partial<LineOrder>) => setOrder((o) => ({ ...o, ...by }))
  const wish = order.wish ?? USUAL
  const working = made?.of !== order
  const line = made && made.line !== 'failed' ? made.line : null
  const put = (l: OrderedLine, then?: Look, query = '') =>
    start(async () => {
      const text = writeAbc(l.piece)
      const brought = await sendToShelf(of, new File([text], 'line.abc'), [{ piece: l.piece, text, plan: l.plan }])
      if (!brought.ok) return setProblem(brought.problem)
      router.push(`${piecePage(of, brought.added[0].id, then)}${query}`)
    })
  return (
    <div className="flex min-h-screen flex-col pb-10">
      <header className="bar">
        <BackLink />
        <h1 className="min-w-0 flex-1 truncate font-title text-lead">Sight-reading line for {name}</h1>
        <ThemeButton />
      </header>
      <main className="mx-auto grid w-full max-w-[1180px] gap-4 px-6 py-4">
        <p className="max-w-prose text-soft">
          In unison for all seats, using notes every seat has learned, in first position. The same number gives the same line.
        </p>
        <div className="flex flex-wrap items-end gap-x-5 gap-y-3">
          <label className="grid gap-1">
            <span className="text-fine text-soft">Key</span>
            <Select
              value={KEYS.indexOf(order.key.fifths)}
              onChange={(e) => change({ key: { fifths: KEYS[Number(e.target.value)], mode: 'major' } })}
            >
              {KEYS.map((fifths, i) => (
                <option key={fifths} value={i}>
                  {keyName({ fifths, mode: 'major' })}
                </option>
              ))}
            </Select>
          </label>
          <div className="grid gap-1">
            <span className="text-fine text-soft">Time</span>
            <Choice
              label="Time"
              value={METERS.find((m) => m.startsWith(`${order.meter.beats}`)) ?? '4/4'}
              options={METERS.map((m) => [m, m] as const)}
              onChange={(m) => change({ meter: { beats: Number(m[0]), unit: 4 } })}
            />
          </div>
          <div className="grid gap-1">
            <span className="text-fine text-soft">{called('Measures')}</span>
            <Choice
              label={called('Measures')}
              value={`${order.measures}`}
              options={LINE_LENGTHS.map((n) => [`${n}`, `${n}`] as const)}
              onChange={(n) => change({ measures: LINE_LENGTHS.find((x) => `${x}` === n) ?? 8 })}
            />
          </div>
          <label className="grid gap-1">
            <span className="text-fine text-soft">Practises</span>
            <Select value={order.train} onChange={(e) => change({ train: TRAINS.find((t) => t === e.target.value) ?? 'plain' })}>
              {TRAINS.map((t) => (
                <option key={t} value={t}>
                  {TRAIN_NAMES[t]}
                </option>
              ))}
            </Select>
          </label>
          <label className="grid gap-1">
            <span className="text-fine text-soft">Number</span>
            <input
              type="number"
              min={1}
              max={999999}
              value={order.seed}
              onChange={(e) => change({ seed: Math.min(999999, Math.max(1, Math.floor(Number(e.target.value)) || 1)) })}
              className="tap w-24 rounded border border-rule bg-sheet px-2 py-1"
            />
          </label>
          <Button onClick={() => change({ seed: (order.seed % 999999) + 1 })}>
            <RefreshCw size={16} aria-hidden /> Another
          </Button>
          <div className="flex gap-1">
            <Button disabled={wish === WISHES[0]} onClick={() => change({ wish: WISHES[WISHES.indexOf(wish) - 1] })}>
              Easier
            </Button>
            <Button disabled={wish === WISHES.at(-1)} onClick={() => change({ wish: WISHES[WISHES.indexOf(wish) + 1] })}>
              Harder
            </Button>
          </div>
        </div>
        <div aria-live="polite" aria-busy={working}>
          {!made && <Outline says="Writing a line …" />}
          {made?.line === 'failed' && (
            <p role="alert" className="text-madder">
              We couldn’t write a line. Reload the page and try again.
            </p>
          )}
          {made && made.line === null && <p>The seats share too few notes in {keyName(made.of.key)}. Choose another key.</p>}
          {line && made && <Drawn line={line} />}
          {line && made && <About line={line} order={made.of} seats={klass.seats} />}
        </div>
        {line && (
          <div className="flex flex-wrap items-center gap-3">
            <Button kind="filled" disabled={pending || working} onClick={() => put(line)}>
              Add it to your pieces
            </Button>
            <Button disabled={pending || working} onClick={() => put(line, 'warm-up')}>
              Practise it
            </Button>
            <Button disabled={pending || working} onClick={() => put(line, 'print', '?parts=0&also=theory,tasks')}>
              Print it to fill in
            </Button>
            {problem && (
              <span role="alert" className="text-madder">
                {problem}
              </span>
            )}
          </div>
        )}
      </main>
    </div>
  )
}

function Drawn({ line }: { line: OrderedLine }) {
  const [column, width] = useWidth<HTMLDivElement>()
  const mei = useMemo(() => meiOf(line.piece, { parts: partsOfPiece(line.piece), rows: [], positions: false, labels: false }), [line.piece])
  const { systems, state } = useEngraver(width > 200 ? { mei, width: width - 8, scale: SCALE } : null)
  return (
    <div ref={column} className="score rounded-lg border border-rule bg-sheet p-2" role="img" aria-label={`${line.piece.title}, as notes`}>
      {state === 'failed' ? <p className="p-4 text-madder">We couldn’t draw the notes. Reload the page.</p> : <Systems systems={systems} />}
    </div>
  )
}
