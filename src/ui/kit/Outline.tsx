/**
 * What stands where something is being made: a still outline in its place, and in words what is coming. It does not move:
 * nobody is made to look at it.
 */
export function Outline({ says, rows = 3 }: { says: string; rows?: number }) {
  return (
    <div role="status" className="p-6">
      <p className="text-soft">{says}</p>
      <div aria-hidden className="mt-4 grid gap-3">
        {Array.from({ length: rows }, (_, i) => (
          <div key={i} className="h-8 rounded border border-rule" style={{ width: `${92 - 14 * (i % 3)}%` }} />
        ))}
      </div>
    </div>
  )
}
