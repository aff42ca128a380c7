'use client'

/** One of a few, side by side. */
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
    <div role="group" aria-label={label} className="inline-flex flex-wrap overflow-hidden rounded-md border border-rule">
      {options.map(([v, name]) => (
        <button
          key={v}
          type="button"
          aria-pressed={value === v}
          onClick={() => onChange(v)}
          className={`px-2.5 py-1 whitespace-nowrap ${value === v ? 'bg-ink text-paper' : 'bg-sheet hover:bg-wash'}`}
        >
          {name}
        </button>
      ))}
    </div>
  )
}
