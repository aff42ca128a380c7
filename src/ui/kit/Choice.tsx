'use client'

import * as ToggleGroup from '@radix-ui/react-toggle-group'

/** One of a few, side by side: one stop of the Tab key, the arrows go among them. */
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
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      // Pressing what is chosen already chooses nothing else.
      onValueChange={(v) => v && onChange(v as T)}
      className="inline-flex flex-wrap overflow-hidden rounded-md border border-rule"
    >
      {options.map(([v, name]) => (
        <ToggleGroup.Item
          key={v}
          value={v}
          // A click leaves the keys where they were: on a desk the arrows go on through the music.
          onMouseDown={(e) => e.preventDefault()}
          className="px-2.5 py-1 whitespace-nowrap -outline-offset-2 data-[state=off]:bg-sheet data-[state=off]:hover:bg-wash data-[state=on]:bg-ink data-[state=on]:text-paper"
        >
          {name}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}
