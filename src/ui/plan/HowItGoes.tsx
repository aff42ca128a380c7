'use client'

import { format, parseISO } from 'date-fns'
import { useMemo } from 'react'
import { byStudent, SURENESS } from '@/core/practice/sure'
import { count } from '@/core/count'
import { inSentence, sayNames } from '@/core/names'
import { Chart, type ChartOption } from '@/ui/kit/Chart'
import { heatOption } from '@/ui/kit/heat'
import type { ShownPlan } from './usePlan'

/** What is sure, measure by measure and seat by seat, and how many minutes were done. */
export function HowItGoes({ plan }: { plan: ShownPlan }) {
  const names = useMemo(() => new Map(plan.seats.map((s) => [s.id, s.name])), [plan.seats])
  const any = plan.records.length > 0
  const students = byStudent(plan.records)
  return (
    <section aria-labelledby="goes">
      <h2 id="goes" className="font-title text-lg">
        How it goes
      </h2>
      {!any && <p className="text-soft">Nothing recorded yet. Tap Clean or Slip next to a task.</p>}
      {any &&
        plan.sure.map((p) => {
          const seats = p.rows.filter((r) => !r.student)
          return (
            <div key={p.piece} className="mt-2">
              <h3 className="font-semibold">{p.title}</h3>
              <p className="text-fine text-soft">
                Sure, of {p.measures.length} measures: {seats.map((r) => `${inSentence(nameOf(r, names))} ${sureIn(r)}`).join(', ')}.
              </p>
              <Sure piece={p} names={names} />
            </div>
          )
        })}
      {students.length > 0 && (
        <>
          <h3 className="mt-3 font-semibold">By name</h3>
          <ul className="text-sm">
            {students.map((s) => (
              <li key={s.student}>
                {s.student}: {s.clean} clean, {count(s.slips, 'slip')} on {count(s.days, 'day')}.
              </li>
            ))}
          </ul>
        </>
      )}
      {plan.minutes.length > 0 && (
        <>
          <h3 className="mt-3 font-semibold">Minutes done</h3>
          <ul className="text-sm">
            {plan.minutes.slice(-10).map((m) => (
              <li key={m.day} className="flex items-center gap-2">
                <span className="w-20 text-soft">{format(parseISO(m.day), 'EEE d MMM')}</span>
                <span aria-hidden className="h-2 rounded bg-spruce" style={{ width: `${Math.min(100, m.minutes * 6)}px` }} />
                {m.minutes}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}

type Piece = ShownPlan['sure'][number]
type Row = Piece['rows'][number]
type Names = ReadonlyMap<string, string>

const sureIn = (r: Row): number => r.stands.filter((x) => x === 'sure').length
/** A student by name, with the seat where one was said; else the seat. */
function nameOf({ seat, student }: Row, names: Names): string {
  const of = (seat && names.get(seat)) ?? ''
  return student ? `${student}${of ? ` (${inSentence(of)})` : ''}` : of
}
/** As many letters as stand beside a row of the drawing. */
const short = (name: string): string => (name.length > LETTERS ? `${name.slice(0, LETTERS - 1)}…` : name)
const LETTERS = 14

function Sure({ piece, names }: { piece: Piece; names: Names }) {
  const option = useMemo(
    (): ChartOption => (colors) => {
      const rows = [...piece.rows].reverse()
      const students = rows.some((r) => r.student)
      return {
        ...heatOption(
          {
            columns: piece.measures,
            rows: rows.map((r) => short(nameOf(r, names))),
            cells: rows.flatMap((r, y) => r.stands.map((x, i) => ({ x: i, y, n: SURENESS.indexOf(x) }))),
            left: students ? 96 : 62,
            numbered: false,
            fontSize: 11,
          },
          colors,
        ),
        tooltip: {
          formatter: ({ value }: { value: number[] }) =>
            `${nameOf(rows[value[1]], names)}, ${piece.measures[value[0]]}: ${SURENESS[value[2]]}`,
        },
      }
    },
    [piece, names],
  )
  return (
    <>
      <Chart
        option={option}
        height={22 * piece.rows.length + 28}
        label={`${piece.title}: full colour is sure, half is started. The table below says the same`}
      />
      <p className="text-fine text-soft">Full colour: sure. Half: started, not sure yet. Empty: not started.</p>
      <Over piece={piece} names={names} />
      <details>
        <summary className="cursor-pointer text-fine text-link underline underline-offset-2">As a table</summary>
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={`${piece.title} as a table`}>
          <table className="text-fine">
            <tbody>
              {piece.rows.map((s) => (
                <tr key={`${s.seat} ${s.student}`} className="border-t border-rule">
                  <th scope="row" className="pr-2 text-left font-normal">
                    {nameOf(s, names)}
                  </th>
                  {s.stands.map((x, i) => (
                    <td key={i} className="px-1" title={piece.measures[i]}>
                      {x === 'sure' ? '●' : x === 'not sure' ? '○' : '·'}
                      <span className="sr-only">
                        {piece.measures[i]}: {x}
                      </span>
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <p className="text-fine text-soft">● sure, ○ not sure yet, · not started.</p>
      </details>
    </>
  )
}

/** The marks of the lines: told apart without their colour. */
const SHAPES = [
  { symbol: 'circle', said: 'dots' },
  { symbol: 'rect', said: 'squares' },
  { symbol: 'triangle', said: 'triangles' },
  { symbol: 'diamond', said: 'diamonds' },
] as const

/** How many measures were sure at the end of each day, a line a seat; seats that stand alike share one. */
function Over({ piece, names }: { piece: Piece; names: Names }) {
  const lines = useMemo(() => {
    const found = new Map<string, { names: string[]; over: Row['over'] }>()
    for (const s of piece.rows.filter((r) => !r.student)) {
      const key = JSON.stringify(s.over)
      const same = found.get(key) ?? { names: [], over: s.over }
      same.names.push(nameOf(s, names))
      found.set(key, same)
    }
    return [...found.values()].map((x) => ({ name: sayNames(x.names), over: x.over }))
  }, [piece, names])
  const days = useMemo(() => [...new Set(lines.flatMap((l) => l.over.map((o) => o.day)))].sort(), [lines])
  const option = useMemo(
    (): ChartOption =>
      ({ ink, soft, rule, spruce, ochre, accent, madder }) => ({
        grid: { left: 30, right: 8, top: 8, bottom: 22 },
        xAxis: {
          type: 'category',
          data: days.map((d) => format(parseISO(d), 'd MMM')),
          axisLabel: { color: soft },
          axisLine: { lineStyle: { color: rule } },
        },
        yAxis: { type: 'value', max: piece.measures.length, axisLabel: { color: soft }, splitLine: { lineStyle: { color: rule } } },
        tooltip: { trigger: 'axis' },
        series: lines.map((l, i) => ({
          type: 'line',
          name: l.name,
          symbol: SHAPES[i % SHAPES.length].symbol,
          color: [spruce, ochre, accent, madder, ink][i % 5],
          // A day without a record stands as the day before.
          data: days.map((d) => l.over.findLast((o) => o.day <= d)?.sure ?? 0),
        })),
      }),
    [days, lines, piece.measures.length],
  )
  if (days.length < 2) return null
  const said = lines.map((l) => `${l.name}: ${l.over.map((o) => `${format(parseISO(o.day), 'd MMM')} ${o.sure}`).join(', ')}`).join('; ')
  return (
    <>
      <Chart option={option} height={110} label={`Measures that are sure, day by day. ${said}`} />
      <p className="text-fine text-soft">
        Measures that are sure, day by day:{' '}
        {lines.map((l, i) => `${i > 0 && lines.length > 1 ? inSentence(l.name) : l.name} (${SHAPES[i % SHAPES.length].said})`).join(', ')}.
      </p>
    </>
  )
}
