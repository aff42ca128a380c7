'use client'

import { Plus, Ruler, X } from 'lucide-react'
import { useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { classApi } from '@/api/address'
import { MOST_STRIPS, type StripAsk } from '@/api/tapes'
import { printedPitch, type NoteNames } from '@/core/music/noteName'
import { parsePitch } from '@/core/music/pitch'
import { inSentence, sayList } from '@/core/names'
import { INSTRUMENTS } from '@/core/instruments/all'
import { positionKey } from '@/core/instruments/instrument'
import { instrumentNamed } from '@/core/seats/seat'
import { sayTape, type Talk } from '@/core/plan/talk'
import { tapedFrames } from '@/core/tapes/frames'
import { stripSheet } from '@/core/tapes/strip'
import { ADVICE, sayRule } from '@/core/tapes/says'
import { LENGTHS, markersOf, tapesFor, usualFrames, usualPositions } from '@/core/tapes/tapes'
import { stripFor } from '@/formats/strips'
import { BackLink } from '@/ui/kit/BackLink'
import { Button, buttonLook } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'
import { NumberField } from '@/ui/kit/NumberField'
import { Select } from '@/ui/kit/Select'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { StripDrawing } from './StripDrawing'

const usual = (name: string, id: string): StripAsk => {
  const instrument = instrumentNamed(id)
  return {
    name,
    instrument: instrument.id,
    length: instrument.sizes[0].length,
    frames: usualFrames(instrument),
    positions: usualPositions(instrument),
  }
}

/** The address of a file of strips. */
const fileOf = (of: string, as: 'pdf' | 'svg', paper: string, strips: readonly StripAsk[]): string =>
  classApi(of, `/tapes?${new URLSearchParams({ as, paper, strips: JSON.stringify(strips) }).toString()}`)

type Props = { all: readonly { name: string; instrument: string; length: number }[]; talk: Pick<Talk, 'tapes' | 'names'> }

/** Where tapes go: for each instrument and size how far from the nut, and strips to be laid along the fingerboard. */
export function TapesView({ all: start, talk }: Props) {
  const of = useClassId()
  const [all, setAll] = useState<readonly StripAsk[]>(() => start.map((s) => ({ ...usual(s.name, s.instrument), length: s.length })))
  const [picked, setPicked] = useState(0)
  const [paper, setPaper] = useState<'a4' | 'letter'>('a4')
  const at = Math.min(picked, all.length - 1)
  const change = (i: number, by: Partial<StripAsk>) => setAll(all.map((s, n) => (n === i ? { ...s, ...by } : s)))
  const here = all[at]
  return (
    <div className="flex min-h-screen flex-col">
      <header className="bar">
        <BackLink />
        <h1 className="font-title text-lead">Tapes</h1>
        <div className="ml-auto flex flex-wrap items-center gap-2">
          <Choice
            label="Paper"
            value={paper}
            onChange={setPaper}
            options={[
              ['a4', 'A4'],
              ['letter', 'Letter'],
            ]}
          />
          <a href={fileOf(of, 'pdf', paper, all)} download className={buttonLook('filled')}>
            <Ruler size={16} aria-hidden /> {all.length === 1 ? 'The strip' : `All ${all.length} strips`} as PDF
          </a>
          <a href={fileOf(of, 'svg', paper, all)} download className={buttonLook()}>
            as SVG
          </a>
          <ThemeButton />
        </div>
      </header>
      <main className="grid grow grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-5 px-5 py-4 lg:grid-cols-[330px_minmax(0,1fr)_250px]">
        <Who all={all} picked={at} pick={setPicked} change={change} setAll={setAll} />
        <Places ask={here} talk={talk} change={(by) => setAll(all.map((s) => (s.instrument === here.instrument ? { ...s, ...by } : s)))} />
        <section aria-labelledby="strip">
          <h2 id="strip" className="font-title text-lg">
            The strip
          </h2>
          <p className="mb-2 text-fine text-soft">Smaller here; the print is true to scale, with two bars to measure it by.</p>
          <StripDrawing
            page={stripSheet([stripFor(here, talk.tapes)])}
            name={`Strip of ${here.name || instrumentNamed(here.instrument).name}`}
          />
        </section>
      </main>
    </div>
  )
}

const MEASURED = 'measured'

/** Whose instruments are taped, each with its size or its measured string. */
function Who({
  all,
  picked,
  pick,
  change,
  setAll,
}: {
  all: readonly StripAsk[]
  picked: number
  pick: (i: number) => void
  change: (i: number, by: Partial<StripAsk>) => void
  setAll: (all: readonly StripAsk[]) => void
}) {
  return (
    <section aria-labelledby="who">
      <h2 id="who" className="font-title text-lg">
        For whom
      </h2>
      <ol className="mt-1 grid gap-1.5">
        {all.map((s, i) => {
          const instrument = instrumentNamed(s.instrument)
          const size = instrument.sizes.find((x) => x.length === s.length)?.name
          const who = s.name || `${instrument.name} ${i + 1}`
          return (
            <li key={i} className={`grid gap-1 rounded-md border bg-sheet p-2 ${i === picked ? 'border-pick' : 'border-rule'}`}>
              <div className="flex items-center gap-1.5">
                <input
                  aria-label={`Name ${i + 1}`}
                  value={s.name}
                  maxLength={60}
                  placeholder={instrument.name}
                  onFocus={() => pick(i)}
                  onChange={(e) => change(i, { name: e.target.value })}
                  className="min-w-0 flex-1 rounded border border-rule bg-paper px-1.5 py-1"
                />
                <Button
                  size="small"
                  kind={i === picked ? 'filled' : 'plain'}
                  aria-pressed={i === picked}
                  aria-label={`Show ${who}`}
                  onClick={() => pick(i)}
                >
                  Show
                </Button>
                <button
                  type="button"
                  aria-label={`Take ${who} out`}
                  disabled={all.length === 1}
                  onClick={() => setAll(all.filter((_, n) => n !== i))}
                  className="tap rounded p-1 text-soft hover:text-ink disabled:opacity-45"
                >
                  <X size={15} aria-hidden />
                </button>
              </div>
              <div className="flex flex-wrap items-center gap-1.5 text-sm">
                <Select
                  size="small"
                  aria-label={`Instrument of ${who}`}
                  value={s.instrument}
                  onChange={(e) => {
                    const { frames, positions, length, instrument: id } = usual(s.name, e.target.value)
                    pick(i)
                    change(i, { instrument: id, length, frames, positions })
                  }}
                >
                  {INSTRUMENTS.map((x) => (
                    <option key={x.id} value={x.id}>
                      {x.name}
                    </option>
                  ))}
                </Select>
                <Select
                  size="small"
                  aria-label={`Size of ${who}`}
                  value={size ?? MEASURED}
                  onChange={(e) => {
                    pick(i)
                    const length = instrument.sizes.find((x) => x.name === e.target.value)?.length
                    if (length) change(i, { length })
                  }}
                >
                  {instrument.sizes.map((x) => (
                    <option key={x.name} value={x.name}>
                      {x.name}
                    </option>
                  ))}
                  <option value={MEASURED} disabled>
                    measured
                  </option>
                </Select>
                <label className="flex items-center gap-1">
                  string
                  <NumberField
                    label={`String of ${who} from nut to bridge, in millimetres`}
                    value={s.length}
                    min={LENGTHS.least}
                    max={LENGTHS.most}
                    set={(length) => {
                      pick(i)
                      change(i, { length })
                    }}
                    width="w-18"
                  />
                  mm
                </label>
              </div>
            </li>
          )
        })}
      </ol>
      <Button
        className="mt-2"
        disabled={all.length >= MOST_STRIPS}
        onClick={() => {
          setAll([...all, usual('', all[picked].instrument)])
          pick(all.length)
        }}
      >
        <Plus size={16} aria-hidden /> One more
      </Button>
    </section>
  )
}

/** The places of one instrument: what is taped (alike for all of it), how far from the nut, and which note it gives on each string. */
function Places({
  ask,
  talk,
  change,
}: {
  ask: StripAsk
  talk: Pick<Talk, 'tapes' | 'names'>
  change: (by: Pick<Partial<StripAsk>, 'frames' | 'positions'>) => void
}) {
  const instrument = instrumentNamed(ask.instrument)
  const places = tapesFor({ ...ask, instrument })
  const markers = markersOf(places)
  const strings = instrument.strings.map((s) => s.letter)
  const toggle = (list: readonly string[], name: string, on: boolean) => (on ? [...list, name] : list.filter((x) => x !== name))
  const frames = tapedFrames(instrument).map((f) => f.name)
  const ticks = (label: string, names: readonly string[], chosen: readonly string[], set: (next: readonly string[]) => void) => (
    <fieldset className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <legend className="panel-head float-left mr-3">{label}</legend>
      {names.map((n) => (
        <label key={n} className="tick">
          <input
            type="checkbox"
            className="accent-control"
            checked={chosen.includes(n)}
            disabled={chosen.length === 1 && chosen.includes(n)}
            onChange={(e) => set(names.filter((x) => toggle(chosen, n, e.target.checked).includes(x)))}
          />
          {n}
        </label>
      ))}
    </fieldset>
  )
  return (
    <section aria-labelledby="places" className="grid content-start gap-3">
      <h2 id="places" className="font-title text-lg">
        {ask.name || instrument.name}: from the nut
      </h2>
      {ticks('Frames', frames, ask.frames, (next) => change({ frames: [...next] }))}
      {ticks('Positions', instrument.positions.map(positionKey), ask.positions, (next) => change({ positions: [...next] }))}
      <p className="text-fine text-soft">Alike for every {inSentence(instrument.name)} in the list.</p>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-left tabular-nums">
          <thead>
            <tr className="border-b border-rule text-fine text-soft">
              <th className="py-1 pr-3 font-normal">finger</th>
              <th className="py-1 pr-3 text-right font-normal">mm</th>
              <th className="py-1 pr-3 text-right font-normal">inches</th>
              {strings.map((s, i) => (
                <th key={i} className="py-1 pr-3 font-normal">
                  on {s}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {markers.map((m) => (
              <tr key={m.k} className="border-b border-rule">
                <th className="py-1 pr-3 font-semibold">{sayList(m.says.map((s) => sayTape(talk.tapes, s)))}</th>
                <td className="py-1 pr-3 text-right">{m.mm.toFixed(1)}</td>
                <td className="py-1 pr-3 text-right">{places.find((p) => p.k === m.k)!.inches.toFixed(2)}</td>
                {strings.map((s, i) => (
                  <td key={i} className="py-1 pr-3">
                    {printed(talk.names, places.find((p) => p.k === m.k && p.string === s)?.note ?? '')}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="text-fine text-soft">
        Equal temperament on a string of {ask.length} mm from nut to bridge. {sayRule(instrument, ask.length)}
      </p>
      <h3 className="panel-head mt-2">Putting them on</h3>
      <ol className="grid max-w-prose list-decimal gap-1 pl-5">
        {ADVICE.map((a) => (
          <li key={a}>{a}</li>
        ))}
      </ol>
    </section>
  )
}

/** "B♭4" of "Bb4", as it is printed; nothing of nothing. */
function printed(names: NoteNames, note: string): string {
  const pitch = parsePitch(note)
  return pitch ? printedPitch(names, pitch) : ''
}
