/** The sign of the house: four strings by thickness, the notes on one level. */
export function Mark({ size = 26 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 26 26" aria-hidden>
      {[1, 1.7, 2.5, 3.4].map((w, i) => (
        <line key={w} x1={1} x2={25} y1={4 + i * 6} y2={4 + i * 6} stroke="currentColor" strokeWidth={w} opacity={0.55} />
      ))}
      <line x1={13} x2={13} y1={1} y2={25} stroke="var(--accent)" strokeWidth={2} />
      {[0, 1, 2, 3].map((i) => (
        <circle key={i} cx={13} cy={4 + i * 6} r={2.6} fill="var(--accent)" />
      ))}
    </svg>
  )
}
