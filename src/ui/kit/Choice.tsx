'use client'

import { useId, type KeyboardEvent } from 'react'

/** The keys that go among the choices: they are theirs, and not the page's. */
const OWN = new Set(['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', ' '])

/** One of a few, side by side: one stop of the Tab key, the arrows go among them. The browser's own radio buttons, drawn as one row. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: T
  options: readonly (readonly [T, string])[]
  onChange: (value: T) => void
}) {
  const name = useId()
  const own = (e: KeyboardEvent) => OWN.has(e.key) && e.stopPropagation()
  return (
    <div role="radiogroup" aria-label={label} className="inline-flex flex-wrap overflow-hidden rounded-md border border-rule">
      {options.map(([v, says]) => (
        <label
          key={v}
          className="tap relative flex items-center justify-center px-2.5 py-1 whitespace-nowrap -outline-offset-2 not-has-checked:bg-sheet not-has-checked:hover:bg-wash has-checked:bg-ink has-checked:text-paper has-focus-visible:outline-2 has-focus-visible:outline-pick"
        >
          <input
            type="radio"
            name={name}
            value={v}
            checked={v === value}
            onChange={() => onChange(v)}
            onKeyDown={own}
            // A click leaves the keys where they were: on a desk the arrows go on through the music.
            onMouseDown={(e) => e.preventDefault()}
            className="absolute inset-0 m-0 size-full cursor-pointer appearance-none opacity-0"
          />
          {says}
        </label>
      ))}
    </div>
  )
}
