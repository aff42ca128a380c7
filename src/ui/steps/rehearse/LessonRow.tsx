'use client'

import { meterIn, sayTempo } from '@/core/piece/headline'
import { Copy, Pencil, X } from 'lucide-react'
import { capital, sayList, inSentence } from '@/core/names'
import { count } from '@/core/count'
import { tempoIn } from '@/core/performance/tempo'
import { RUN_BOUNDS, SAY_WHO, WHO, type PlayedRow, type RunRow, type Who } from '@/core/plan/run'
import { sayClock, sayRow } from '@/core/practice/runSheet'
import type { Seat } from '@/core/seats/seat'
import { ABOUT_MODE, MODES, type Mode } from '@/core/plan/modes'
import { RATES } from '@/core/plan/run'
import type { Piece } from '@/core/piece/piece'
import { Button } from '@/ui/kit/Button'
import { NumberField } from '@/ui/kit/NumberField'
import { Select } from '@/ui/kit/Select'
import { SortedRow } from '@/ui/kit/SortedList'
import { useLesson, useLessonStore } from '@/ui/rehearse/useLesson'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { rowAgain, rowOut, rowSaid, type RowChange } from './edits'

const percent = (x: number): number => Math.round(x * 100)

/** "bow, ♩ = 63, 3 times, each seat in turn": how a row is played. */
export function sayHow(row: RunRow, music: Piece | null, seats: readonly Seat[]): string {
  if (row.kind === 'step') return ''
  const at = row.kind === 'passage' && music ? Math.min(row.from, music.lines[0].measures.length - 1) : 0
  const named = seats.filter((s) => row.seats.includes(s.id)).map((s) => inSentence(s.name))
  const who = row.who !== 'these' ? SAY_WHO[row.who] : named.length > 0 ? sayList(named) : SAY_WHO.all
  return [
    inSentence(ABOUT_MODE[row.mode].name),
    music ? sayTempo(meterIn(music, at), tempoIn(music, at) * row.rate) : '',
    row.times > 1 ? count(row.times, 'time') : '',
    who,
  ]
    .filter(Boolean)
    .join(', ')
}

/** A row of the run: what, how, for how long; opened, everything about it can be said otherwise. */
export function LessonRow({
  row,
  seconds,
  open,
  setOpen,
}: {
  row: RunRow
  seconds: number
  open: boolean
  setOpen: (on: boolean) => void
}) {
  const lesson = useLessonStore()
  const edit = useDesk((d) => d.edit)
  const piece = useDesk((d) => d.piece)
  const seats = useSeats()
  const music = useLesson((l) => (row.kind === 'drill' ? (l.music[row.drill]?.piece ?? null) : piece))
  const gone = useLesson((l) => row.kind === 'drill' && l.loaded && !l.music[row.drill])
  const state = useLesson((l) =>
    l.row === row.id && l.phase !== 'off' && !l.done.includes(row.id) ? 'now' : l.done.includes(row.id) ? 'done' : '',
  )
  const title = capital(sayRow(row, piece.lines[0]))
  const at = useDesk((d) => d.plan.run.rows.findIndex((r) => r.id === row.id))
  return (
    <SortedRow id={row.id} name={title} here={state === 'now'} below={open && <Said row={row} title={title} />}>
      <button
        type="button"
        onClick={() => lesson.begin(at)}
        aria-label={`Start here: ${title}`}
        title="Start here"
        className="min-w-0 flex-1 text-left text-sm leading-tight"
      >
        <span className="font-semibold">{title}</span>{' '}
        <span className="whitespace-nowrap text-soft">
          {sayClock(seconds)}
          {state && ` · ${state}`}
        </span>
        <span className="block text-fine text-soft">
          {sayHow(row, music, seats)}
          {gone && ' Not in this piece any more.'}
        </span>
      </button>
      <button
        type="button"
        aria-expanded={open}
        aria-label={`Change ${title}`}
        title="Change it"
        onClick={() => setOpen(!open)}
        className="tap rounded p-1 text-soft hover:text-ink"
      >
        <Pencil size={15} aria-hidden />
      </button>
      <button
        type="button"
        aria-label={`Take ${title} out`}
        title="Take it out"
        onClick={() => edit(rowOut(row, title))}
        className="tap rounded p-1 text-soft hover:text-ink"
      >
        <X size={15} aria-hidden />
      </button>
    </SortedRow>
  )
}

/** Everything about a row. */
function Said({ row, title }: { row: RunRow; title: string }) {
  const edit = useDesk((d) => d.edit)
  const say = (said: string, change: RowChange) => edit(rowSaid(row, `${title}: ${said}`, change))
  return (
    <div className="grid gap-2 border-t border-rule px-2 py-2 text-sm" role="group" aria-label={`About ${title}`}>
      {row.kind === 'step' ? <StepSaid row={row} say={say} /> : <PlayedSaid row={row} say={say} />}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <label className="flex items-center gap-1">
          rest
          <NumberField
            label="Rest afterwards, in seconds"
            value={row.rest}
            min={0}
            max={RUN_BOUNDS.rest}
            set={(rest) => say(`${rest} s of rest`, { rest })}
          />
          s
        </label>
        <Button size="small" onClick={() => edit(rowAgain(row, title))}>
          <Copy size={14} aria-hidden /> Once more
        </Button>
      </div>
    </div>
  )
}

type Say = (said: string, change: RowChange) => void

function StepSaid({ row, say }: { row: Extract<RunRow, { kind: 'step' }>; say: Say }) {
  return (
    <>
      <label className="grid gap-0.5">
        What to do
        <input
          defaultValue={row.words}
          maxLength={RUN_BOUNDS.words}
          onBlur={(e) => {
            const words = e.target.value.trim()
            if (words && words !== row.words) say('your own words', { words })
            else e.target.value = row.words
          }}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
          className="rounded border border-rule bg-paper px-1.5 py-1"
        />
      </label>
      <label className="flex items-center gap-1">
        takes
        <NumberField
          label="How long, in seconds"
          value={row.seconds}
          min={RUN_BOUNDS.least}
          max={RUN_BOUNDS.most}
          set={(seconds) => say(`${seconds} s`, { seconds })}
          width="w-16"
        />
        s
      </label>
    </>
  )
}

function PlayedSaid({ row, say }: { row: PlayedRow; say: Say }) {
  const seats = useSeats()
  const passage = useDesk((d) => d.passage)
  return (
    <>
      {row.kind === 'passage' && (
        <Button
          size="small"
          className="justify-self-start"
          disabled={!passage}
          onClick={() => passage && say('another passage', { ...passage, chunk: undefined })}
        >
          {passage ? 'Use the picked passage' : 'Pick a passage below to use it here'}
        </Button>
      )}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <label className="flex items-center gap-1">
          the class
          <Select
            size="small"
            value={row.mode}
            onChange={(e) => say(ABOUT_MODE[e.target.value as Mode].name, { mode: e.target.value as Mode })}
          >
            {MODES.map((m) => (
              <option key={m} value={m}>
                {ABOUT_MODE[m].name}
              </option>
            ))}
          </Select>
        </label>
        <label className="flex items-center gap-1">
          <NumberField
            label="Tempo, in percent of the written tempo"
            value={percent(row.rate)}
            min={percent(RATES.least)}
            max={percent(RATES.most)}
            set={(n) => say(`${n} %`, { rate: n / 100 })}
          />
          %
        </label>
        <label className="flex items-center gap-1">
          <NumberField
            label="How often"
            value={row.times}
            min={1}
            max={RUN_BOUNDS.times}
            set={(times) => say(count(times, 'time'), { times })}
            width="w-12"
          />
          times
        </label>
      </div>
      <label className="flex items-center gap-1">
        who plays
        <Select
          size="small"
          value={row.who}
          onChange={(e) => {
            const who = e.target.value as Who
            say(SAY_WHO[who], { who, seats: who === 'these' && row.seats.length === 0 ? [seats[0].id] : row.seats })
          }}
        >
          {WHO.map((w) => (
            <option key={w} value={w}>
              {SAY_WHO[w]}
            </option>
          ))}
        </Select>
      </label>
      {row.who === 'these' && (
        <div className="flex flex-wrap gap-x-3 gap-y-1" role="group" aria-label="Who plays">
          {seats.map(({ id, name }) => {
            const on = row.seats.includes(id)
            const next = on ? row.seats.filter((s) => s !== id) : [...row.seats, id]
            return (
              <label key={id} className="tick">
                <input
                  type="checkbox"
                  className="accent-control"
                  checked={on}
                  disabled={on && next.length === 0}
                  onChange={() => say(`${name} ${on ? 'rests' : 'plays'}`, { seats: next })}
                />
                {name}
              </label>
            )
          })}
        </div>
      )}
    </>
  )
}
