'use client'

import { useEffect, useState } from 'react'
import { keyName, type Key } from '@/core/music/key'
import type { Comparison, MidiSpan } from '@/formats/midi/compare'
import type { MidiChoices } from '@/formats/midi/read'
import { headline } from '@/core/piece/headline'
import { Button } from '@/ui/kit/Button'
import type { BringStore, BroughtLine } from './bringStore'
import { compareInWorker } from './reader'
import { Select } from '@/ui/kit/Select'

const FINEST = [
  [1, 'quarters'],
  [2, 'eighths'],
  [4, 'sixteenths'],
  [8, 'thirty-seconds'],
] as const

const KEYS: readonly Key[] = [0, 1, 2, 3, 4, 5, 6, -1, -2, -3, -4, -5, -6].flatMap((fifths) =>
  (['major', 'minor'] as const).map((mode): Key => ({ fifths, mode })),
)

/** A played file: on which grid it is written down and in which key its notes are spelled, with what that does to it. */
export function MidiChooser({ line, store }: { line: BroughtLine; store: BringStore }) {
  const [choices, setChoices] = useState<MidiChoices>({ grid: { parts: 4, triplets: true }, key: null })
  const [comparison, setComparison] = useState<Comparison | null>(null)
  const { file } = line
  useEffect(() => {
    let stale = false
    void compareInWorker(file, choices).then((c) => !stale && setComparison(c))
    return () => {
      stale = true
    }
  }, [file, choices])
  const change = (next: MidiChoices) => {
    setChoices(next)
    void store.getState().again(line.id, next)
  }
  const { reading } = line.items[0]
  if (!reading.ok) return null
  return (
    <div>
      <p>
        <b>{line.name}</b> is a recording, not written music. Choose how to write it down. Now:{' '}
        {headline(reading.piece.key, reading.piece.meter)}, {reading.piece.lines[0].measures.length} measures,{' '}
        {reading.piece.lines.length === 1 ? 'one line' : `${reading.piece.lines.length} lines`}.
      </p>
      <div className="my-2 flex flex-wrap items-center gap-x-5 gap-y-2">
        <label className="flex items-center gap-2">
          Shortest notes
          <Select
            value={choices.grid.parts}
            onChange={(e) =>
              change({ ...choices, grid: { ...choices.grid, parts: FINEST.find(([n]) => n === Number(e.target.value))![0] } })
            }
          >
            {FINEST.map(([n, name]) => (
              <option key={n} value={n}>
                {name}
              </option>
            ))}
          </Select>
        </label>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={choices.grid.triplets}
            onChange={(e) => change({ ...choices, grid: { ...choices.grid, triplets: e.target.checked } })}
          />
          use triplets where they fit better
        </label>
        <label className="flex items-center gap-2">
          Key
          <Select
            value={choices.key ? KEYS.findIndex((k) => k.fifths === choices.key!.fifths && k.mode === choices.key!.mode) : -1}
            onChange={(e) => change({ ...choices, key: KEYS[Number(e.target.value)] ?? null })}
          >
            <option value={-1}>most likely ({keyName(reading.piece.key)})</option>
            {KEYS.map((k, i) => (
              <option key={keyName(k)} value={i}>
                {keyName(k)}
              </option>
            ))}
          </Select>
        </label>
      </div>
      {comparison && <BeforeAfter comparison={comparison} />}
      <div className="mt-2 flex gap-2">
        <Button kind="filled" onClick={() => void store.getState().choose(line.id, line.items)}>
          Add it like this
        </Button>
        <Button kind="quiet" onClick={() => store.getState().dismiss(line.id)}>
          Skip it
        </Button>
      </div>
    </div>
  )
}

const [WIDTH, HEIGHT] = [1000, 64]

/** The first beats as they were played and as they are written, one over the other. */
function BeforeAfter({ comparison: c }: { comparison: Comparison }) {
  const pitches = [...c.played, ...c.written].map((s) => s.midi)
  const [low, high] = [Math.min(...pitches) - 1, Math.max(...pitches) + 1]
  const x = (quarters: number) => Math.round((quarters / c.quarters) * WIDTH * 10) / 10
  const y = (midi: number) => Math.round(((high - midi) / (high - low)) * HEIGHT * 10) / 10
  const row = (spans: readonly MidiSpan[], name: string, top: number) => (
    <g transform={`translate(70 ${top})`}>
      <text x={-8} y={HEIGHT / 2 + 5} textAnchor="end" className="fill-soft text-body">
        {name}
      </text>
      {Array.from({ length: c.quarters + 1 }, (_, i) => (
        <line key={i} x1={x(i)} x2={x(i)} y1={0} y2={HEIGHT} className={i % 4 ? 'stroke-rule' : 'stroke-soft'} />
      ))}
      {spans.map((s, i) => (
        <rect key={i} x={x(s.at)} y={y(s.midi) - 3} width={Math.max(3, x(s.length) - 1.5)} height={6} rx={2} className="fill-ink" />
      ))}
    </g>
  )
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH + 80} ${2 * HEIGHT + 24}`}
        className="w-full"
        role="img"
        aria-label="The first beats as played and as written"
      >
        {row(c.played, 'played', 6)}
        {row(c.written, 'written', HEIGHT + 18)}
      </svg>
      <figcaption className="text-sm text-soft">The beginning, as played and as written.</figcaption>
    </figure>
  )
}
