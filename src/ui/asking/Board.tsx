'use client'

import { fromNut } from '@/core/tapes/tapes'
import type { Instrument } from '@/core/instruments/instrument'
import { placeKey, type FingeredPlace } from '@/core/trainer/question'

/** How long the fingerboard is drawn for what is learned of it, how far the strings lie apart, and where the nut lies, in units of the drawing. */
const [NUT, APART, LEAST] = [46, 84, 250]

/**
 * A fingerboard seen as it lies before the player's eyes: the nut above, the lowest string at the left and thickest, places
 * true to scale among themselves (equal temperament). Touched places are buttons; else what is `at` is marked.
 */
export function Board({
  instrument,
  places,
  at = null,
  chosen = [],
  right = null,
  touch,
  shown = false,
  label,
  says,
  className,
}: {
  instrument: Pick<Instrument, 'strings'>
  places: readonly FingeredPlace[]
  at?: FingeredPlace | null
  chosen?: readonly string[]
  /** The right places, once it is judged. */
  right?: readonly string[] | null
  touch?: (key: string) => void
  /** The right places are drawn, and none is to be touched. */
  shown?: boolean
  label: string
  /** What a place is called: "2 on D". */
  says: (place: FingeredPlace) => string
  className?: string
}) {
  const count = instrument.strings.length
  // What is only looked at is drawn as far as it is looked at, and closer: it is seen from the end of a room.
  const far = touch
    ? Infinity
    : Math.max(5, 1 + Math.max(at?.k ?? 0, ...places.filter((p) => right?.includes(placeKey(p))).map((p) => p.k)))
  const shownPlaces = places.filter((p) => p.k <= far)
  const most = Math.max(5, ...shownPlaces.map((p) => p.k), at?.k ?? 0)
  // The places that lie nearest to each other have room for a finger between them.
  const scale = Math.max(LEAST, (touch ? 42 : 27) / (fromNut(1, most) - fromNut(1, most - 1)))
  const x = (string: number): number => 44 + string * APART
  // An open string is touched above the nut.
  const y = (k: number): number => (k === 0 ? NUT - 22 : NUT + Math.round(fromNut(1, k) * scale * 10) / 10)
  const [width, height] = [88 + (count - 1) * APART, y(most) + 30]
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className={className} role={touch ? 'group' : 'img'} aria-label={label}>
      {instrument.strings.map((p, s) => (
        <g key={s} aria-hidden>
          <line x1={x(s)} x2={x(s)} y1={NUT} y2={height} stroke="var(--string)" strokeWidth={6 - (4 * s) / Math.max(1, count - 1)} />
          <text x={x(s) - (touch ? 24 : 30)} y={NUT - 15} textAnchor="end" fontSize={20} fill="var(--ink)" fontWeight={700}>
            {p.letter}
          </text>
        </g>
      ))}
      <line x1={14} x2={width - 14} y1={NUT} y2={NUT} stroke="var(--ink)" strokeWidth={5} aria-hidden />
      {!touch &&
        shownPlaces.map((p) => (
          <circle key={placeKey(p)} cx={x(p.string)} cy={y(p.k)} r={p.k === 0 ? 0 : 5} fill="var(--rule)" stroke="var(--soft)" />
        ))}
      {(touch ? places : shown ? places.filter((p) => right?.includes(placeKey(p))) : at ? [at] : []).map((p) => {
        const key = placeKey(p)
        const on = chosen.includes(key) || (!touch && !shown && at !== null)
        const good = right?.includes(key)
        const fill = right ? (good ? 'var(--spruce)' : on ? 'var(--madder)' : 'var(--sheet)') : on ? 'var(--pick)' : 'var(--sheet)'
        const filled = on || good === true
        const text = touch ? p.finger : p.finger.split(' ')[0]
        const mark = (
          <>
            <circle
              cx={x(p.string)}
              cy={y(p.k)}
              r={touch ? 18 : 22}
              fill={fill}
              stroke={filled ? fill : 'var(--ink)'}
              strokeWidth={p.k === 0 ? 2.5 : 1.6}
            />
            <text
              x={x(p.string)}
              y={y(p.k) + (text.length > 3 ? 5 : 7)}
              textAnchor="middle"
              fontSize={text.length > 5 ? 10 : text.length > 3 ? 12 : touch ? 19 : 24}
              fontWeight={700}
              fill={filled ? 'var(--sheet)' : 'var(--ink)'}
            >
              {text}
            </text>
          </>
        )
        if (!touch) return <g key={key}>{mark}</g>
        return (
          <g
            key={key}
            role="button"
            tabIndex={0}
            aria-pressed={on}
            aria-label={says(p)}
            className="board-place"
            onClick={() => touch(key)}
            onKeyDown={(e) => {
              if (e.key !== ' ' && e.key !== 'Enter') return
              e.preventDefault()
              e.stopPropagation()
              touch(key)
            }}
          >
            <rect x={x(p.string) - APART / 2} y={y(p.k) - 21} width={APART} height={42} fill="transparent" />
            {mark}
          </g>
        )
      })}
    </svg>
  )
}
