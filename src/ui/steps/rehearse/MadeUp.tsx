'use client'

import type { MadeUpStudent } from '@/core/hearing/student'
import { Select } from '@/ui/kit/Select'

const TENDENCIES = [
  [-20, 'flat by about 20 cents'],
  [0, 'true'],
  [16, 'sharp by about 16 cents'],
] as const
const HANDS = [
  [0, 'a still hand'],
  [12, 'a little vibrato'],
  [30, 'a wide vibrato'],
] as const
const ROOMS = [
  [0.02, 'a quiet room'],
  [0.15, 'a noisy room'],
] as const

/** What the made-up student is like, to try tuner and log without a device. */
export function MadeUp({ student, set }: { student: MadeUpStudent; set: (s: MadeUpStudent) => void }) {
  const choice = <T extends number>(label: string, value: number, all: readonly (readonly [T, string])[], change: (v: T) => void) => (
    <Select size="small" aria-label={label} value={value} onChange={(e) => change(Number(e.target.value) as T)}>
      {all.map(([v, name]) => (
        <option key={v} value={v}>
          {name}
        </option>
      ))}
    </Select>
  )
  return (
    <details className="text-sm">
      <summary className="cursor-pointer text-soft">What the made-up student is like</summary>
      <div className="mt-1 flex flex-wrap gap-1.5">
        <Select
          size="small"
          aria-label="The made-up student plays with"
          value={student.manner}
          onChange={(e) => set({ ...student, manner: e.target.value === 'plucked' ? 'plucked' : 'bowed' })}
        >
          <option value="bowed">bowed</option>
          <option value="plucked">plucked</option>
        </Select>
        {choice('How the made-up student plays', student.tendency, TENDENCIES, (tendency) => set({ ...student, tendency }))}
        {choice('The hand of the made-up student', student.vibrato, HANDS, (vibrato) => set({ ...student, vibrato }))}
        {choice('Where the made-up student plays', student.noise, ROOMS, (noise) => set({ ...student, noise }))}
        <label className="tick">
          <input
            type="checkbox"
            className="accent-control"
            checked={student.neighbour !== null}
            onChange={(e) => set({ ...student, neighbour: e.target.checked ? { semitones: 3, loud: 1.4 } : null })}
          />
          someone nearby plays something else, louder
        </label>
      </div>
    </details>
  )
}
