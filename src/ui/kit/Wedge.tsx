/** From this hardness on a spot is hard. */
export const HARD = 0.65

/** How hard, in three sizes: a wedge that points at its note. The word beside it says what. */
export const wedgeSize = (hard: number): number => (hard >= HARD ? 5.5 : hard >= 0.4 ? 4.2 : 3)

const sayHard = (hard: number): string => (hard >= HARD ? 'hard' : hard >= 0.4 ? 'some care' : 'easy')

/** The wedge as it stands in a list. */
export function Wedge({ hard }: { hard: number }) {
  const s = wedgeSize(hard)
  return (
    <svg width={13} height={13} viewBox="-6.5 -6.5 13 13" role="img" aria-label={sayHard(hard)} className="shrink-0">
      <path d={`M${-s} ${s * 0.8}L0 ${-s}L${s} ${s * 0.8}Z`} fill="var(--madder)" />
    </svg>
  )
}
