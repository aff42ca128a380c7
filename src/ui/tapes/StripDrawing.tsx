import type { StripMark, StripPage } from '@/core/tapes/strip'

/** A page of strips as it will be printed, as large as there is room. */
export function StripDrawing({ page, name }: { page: StripPage; name: string }) {
  return (
    <svg
      role="img"
      aria-label={name}
      viewBox={`0 0 ${page.width} ${page.height}`}
      className="max-h-[70vh] w-full rounded border border-rule bg-white"
    >
      {page.marks.map((m, i) => (
        <Drawn key={i} mark={m} />
      ))}
    </svg>
  )
}

function Drawn({ mark: m }: { mark: StripMark }) {
  if (m.kind === 'line')
    return (
      <line
        x1={m.from[0]}
        y1={m.from[1]}
        x2={m.to[0]}
        y2={m.to[1]}
        stroke="#000"
        strokeWidth={m.thick}
        strokeDasharray={m.dashed ? '2 1' : undefined}
      />
    )
  return (
    <text x={m.at[0]} y={m.at[1]} fontSize={m.size} fontWeight={m.strong ? 600 : 400} fill="#000">
      {m.text}
    </text>
  )
}
