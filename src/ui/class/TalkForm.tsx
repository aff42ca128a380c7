'use client'

import { Select } from '@/ui/kit/Select'
import type { Talk } from '@/core/plan/talk'

/** What is chosen from a list. */
type Key = Exclude<keyof Talk, 'frames' | 'tapes' | 'sharps' | 'high' | 'upper' | 'language'>
const SELECTS: readonly { key: Key; title: string; options: readonly (readonly [string, string])[] }[] = [
  {
    key: 'names',
    title: 'Note names',
    options: [
      ['letters', 'C D E'],
      ['do-re-mi', 'do re mi'],
      ['german', 'C D E, H for B'],
      ['solfeo', 'do re mi, si for B'],
    ],
  },
  {
    key: 'numbers',
    title: 'Fingers',
    options: [
      ['words', 'one, two'],
      ['figures', '1, 2'],
    ],
  },
  {
    key: 'low',
    title: 'Low and high',
    options: [
      ['low 2', 'low 2'],
      ['2 low', '2 low'],
      ['↓2', '↓2'],
    ],
  },
  {
    key: 'strings',
    title: 'Strings',
    options: [
      ['changes', 'when they change'],
      ['always', 'always'],
      ['never', 'never'],
    ],
  },
  {
    key: 'positions',
    title: 'Positions',
    options: [
      ['third position', 'third position'],
      ['position three', 'position three'],
      ['III', 'III'],
    ],
  },
  {
    key: 'lengths',
    title: 'Note lengths',
    options: [
      ['none', 'not said'],
      ['quarters', 'quarter, half'],
      ['crotchets', 'crotchet, minim'],
    ],
  },
  {
    key: 'measure',
    title: 'Measures',
    options: [
      ['measure', 'measure'],
      ['bar', 'bar'],
    ],
  },
]

/** How the class talks: letters or syllables, how fingers and lengths are named, what is left out. */
export function TalkForm({ talk, set }: { talk: Talk; set: (change: Partial<Talk>) => void }) {
  return (
    <div className="grid max-w-xl gap-x-6 gap-y-1.5 sm:grid-cols-2">
      {SELECTS.map((s) => (
        <label key={s.key} className="flex items-center justify-between gap-2 text-sm">
          {s.title}
          <Select value={String(talk[s.key])} onChange={(e) => set({ [s.key]: e.target.value })} size="small" className="w-[140px]">
            {s.options.map(([v, name]) => (
              <option key={v} value={v}>
                {name}
              </option>
            ))}
          </Select>
        </label>
      ))}
      <label className="flex items-center justify-between gap-2 text-sm">
        Mark for the upper octave
        <input
          value={talk.upper}
          maxLength={3}
          placeholder="nothing"
          onChange={(e) => set({ upper: e.target.value })}
          className="tap w-20 rounded border border-rule bg-sheet px-1.5 py-0.5"
        />
      </label>
      {(['sharps', 'high'] as const).map((key) => (
        <label key={key} className="flex items-center gap-1.5 text-sm">
          <input type="checkbox" className="accent-control" checked={talk[key]} onChange={(e) => set({ [key]: e.target.checked })} />
          {key === 'sharps' ? 'say “sharp” and “flat”' : 'tell “high D”, “low D” and “open D” apart'}
        </label>
      ))}
    </div>
  )
}
