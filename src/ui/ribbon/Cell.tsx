import { memo } from 'react'

/** A measure of one seat: its load in points, and whether the others wait for it there. */
export type RibbonLane = { readonly load: number; readonly heavy: boolean }

/** What is marked at a measure: something new or out of reach, or else something hard. */
export type CellMark = 'beyond' | 'hard' | null

type Props = {
  index: number
  /** Its shortest name: "7", "2.3". */
  label: string
  /** As the class says it: "Measure 7", "Line 2, measure 3". */
  name: string
  /** A printed line begins with it. */
  begins: boolean
  lanes: readonly RibbonLane[]
  mark: CellMark
  /** The heaviest load of any measure, for the scale. */
  most: number
  current: boolean
  /** It belongs to the passage that is picked. */
  inPassage: boolean
  /** Whether its lanes are drawn; one that is not in sight keeps its place. */
  drawn: boolean
  /** What the cell says, for those who do not see it. */
  said: string
}

/** Height of a lane and of the load in it, in pixels. */
const [LANE, BAR] = [5, 3]

/** One measure in the overview: a thin line of load a seat, and a mark over a hard one. */
export const Cell = memo(function Cell({ index, label, name, begins, lanes, mark, most, current, inPassage, drawn, said }: Props) {
  const edge = current ? 'border-pick ring-1 ring-pick' : inPassage ? 'border-pick' : 'border-rule hover:border-ink'
  return (
    <li className={`min-w-[26px] grow ${begins ? 'ml-[7px]' : ''}`}>
      <button
        type="button"
        data-measure={index}
        aria-current={current || undefined}
        aria-label={drawn ? `${name}: ${said}` : name}
        title={drawn ? `${name} · ${said}` : undefined}
        className={`block w-full touch-pan-x rounded-[3px] border px-[3px] pt-[3px] pb-[3px] select-none ${inPassage ? 'bg-wash' : 'bg-sheet'} ${edge}`}
      >
        <span className="flex items-start justify-between text-tiny leading-[11px]">
          <span className={begins ? 'font-semibold text-ink' : 'text-soft'}>{label}</span>
          {drawn && mark && (
            <svg aria-hidden width={7} height={7} viewBox="-4 -4 8 8" className="mt-[1px]">
              <path d="M-3.6 3L0 -3.6L3.6 3Z" fill={mark === 'beyond' ? 'var(--madder)' : 'var(--soft)'} />
            </svg>
          )}
        </span>
        {drawn && (
          <svg aria-hidden className="mt-[2px] block w-full" height={LANE * lanes.length}>
            {lanes.map(({ load, heavy }, r) => (
              <rect
                key={r}
                y={r * LANE + 1}
                width={`${Math.max(4, (100 * load) / most)}%`}
                height={BAR}
                rx={1.5}
                fill={heavy ? 'var(--ochre)' : 'var(--spruce)'}
                opacity={load === 0 ? 0.25 : 1}
              />
            ))}
          </svg>
        )}
      </button>
    </li>
  )
})
