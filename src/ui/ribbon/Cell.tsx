import { memo } from 'react'

/** A measure of one seat: its load in points, and the spots in it by where in the measure they stand, from 0 to 1. */
export type Lane = { readonly load: number; readonly heavy: boolean; readonly spots: readonly { at: number; hard: boolean }[] }

type Props = {
  /** Its shortest name: "7", "2.3". */
  label: string
  /** As the class says it: "Measure 7", "Line 2, measure 3". */
  name: string
  /** A printed line begins with it. */
  begins: boolean
  lanes: readonly Lane[]
  /** The heaviest load of any measure, for the scale. */
  most: number
  current: boolean
  /** Whether its lanes are drawn; one that is not in sight keeps its place. */
  drawn: boolean
  /** What the cell says, for those who do not see it. */
  said: string
  onPick: () => void
}

/** Height of a lane in pixels: the wedges above, the load below. */
const [LANE, BAR] = [9, 3.5]

/** One measure in the overview: a lane a seat, with its load as a level and a wedge at every spot. */
export const Cell = memo(function Cell({ label, name, begins, lanes, most, current, drawn, said, onPick }: Props) {
  if (!drawn)
    return (
      <li className={`min-w-[26px] grow ${begins ? 'ml-[7px]' : ''}`}>
        <button type="button" aria-label={name} onClick={onPick} className="w-full text-tiny text-soft">
          {label}
        </button>
      </li>
    )
  return (
    <li className={`min-w-[26px] grow ${begins ? 'ml-[7px]' : ''}`}>
      <button
        type="button"
        aria-current={current || undefined}
        aria-label={`${name}: load ${said}`}
        title={`${name} · ${said}`}
        onClick={onPick}
        className={`block w-full rounded-[3px] border bg-sheet px-[3px] pt-0.5 pb-[3px] ${current ? 'border-rosin ring-1 ring-rosin' : 'border-rule hover:border-ink'}`}
      >
        <span className={`block text-left text-tiny leading-none ${begins ? 'font-semibold text-ink' : 'text-soft'}`}>{label}</span>
        <svg aria-hidden className="block w-full overflow-visible" height={LANE * lanes.length}>
          {lanes.map(({ load, heavy, spots }, r) => (
            <g key={r} transform={`translate(0 ${r * LANE})`}>
              <rect
                y={LANE - BAR}
                width={`${Math.max(4, (100 * load) / most)}%`}
                height={BAR}
                rx={1.5}
                fill={heavy ? 'var(--ochre)' : 'var(--spruce)'}
                opacity={load === 0 ? 0.25 : 1}
              />
              {spots.map(({ at, hard }, i) => (
                <svg key={i} x={`${94 * at}%`} y={LANE - BAR - (hard ? 5.5 : 4)} width={6} height={6} className="overflow-visible">
                  <path d={hard ? 'M0 5L3 0L6 5Z' : 'M0.9 3.6L3 0.2L5.1 3.6Z'} fill="var(--madder)" />
                </svg>
              ))}
            </g>
          ))}
        </svg>
      </button>
    </li>
  )
})
