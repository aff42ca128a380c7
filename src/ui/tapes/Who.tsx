'use client'

import { Plus, X } from 'lucide-react'
import { MOST_STRIPS, type StripAsk } from '@/api/tapes'
import { INSTRUMENTS } from '@/core/instruments/all'
import { instrumentNamed } from '@/core/seats/seat'
import { LENGTHS } from '@/core/tapes/tapes'
import { Button } from '@/ui/kit/Button'
import { NumberField } from '@/ui/kit/NumberField'
import { Select } from '@/ui/kit/Select'
import { usual } from './usual'

const MEASURED = 'measured'

/** Whose instruments are taped, each with its size or its measured string. */
export function Who({
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
