'use client'

import { useCalled } from '@/ui/kit/InClass'
import { capital } from '@/core/names'
import { addressesOf, sayStretch, shortOf } from '@/core/piece/address'
import { formOf, sayLearning, sayLikeness, type Unit } from '@/core/reading/form'
import { sayRun } from '@/core/words/en/reading'
import { useDesk } from '@/ui/session/DeskProvider'
import { SeatTitle } from './SeatTitle'

/** What returns in the picked seat's line, what is a scale and what a chord. */
export function FormTab() {
  const called = useCalled()
  const piece = useDesk((d) => d.piece)
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const notes = useDesk((d) => d.ensemble[d.seat].notes)
  const form = formOf(piece, line)
  const printed = addressesOf(line) !== null
  const number = (index: number) => shortOf(line, index)
  const names = useDesk((d) => d.klass.talk.names)
  const point = useDesk((d) => d.point)
  const pointed = useDesk((d) => d.pointed)
  const measuresOf = (u: Unit) => Array.from({ length: u.to - u.from + 1 }, (_, i) => u.from + i)
  /** A stretch, and the one that it is like. */
  const spokenOf = (u: Unit, units: readonly Unit[]) => [...measuresOf(u), ...(u.like ? measuresOf(units[u.like.unit]) : [])]
  const show = (u: Unit, units: readonly Unit[]) => point({ measures: spokenOf(u, units), notes: [] })
  const eventsBetween = (from: number, to: number) => [
    ...new Set(notes.filter((n) => n.placed.onset >= from && n.placed.onset <= to).map((n) => n.placed.event.id)),
  ]
  const span = (u: Unit) => (u.from === u.to ? number(u.from) : `${number(u.from)}–${number(u.to)}`)
  const said = (u: Unit) => (printed && u.to !== u.from + 1 ? sayStretch(line, u.from, u.to) : span(u))
  const rows: { title: string; units: readonly Unit[]; of: string }[] = [
    { title: called('Measures'), units: form.measures, of: called('measure') },
    { title: 'Pairs', units: form.pairs, of: called('measures') },
    { title: printed ? 'Printed lines' : 'Lines of four', units: form.lines, of: called('measures') },
  ]
  return (
    <div className="min-h-0 grow overflow-y-auto px-3 py-2" tabIndex={0} role="group" aria-label="Form">
      <SeatTitle />
      <p className="leading-snug">{sayLearning(form, line)}</p>
      {rows.map(({ title, units, of }) => {
        const returns = units.filter((u) => u.like)
        return (
          <section key={title} className="mt-3">
            <h3 className="font-semibold">{title}</h3>
            <ol aria-label={title} className="mt-1 flex flex-wrap gap-1">
              {units.map((u) => (
                <li key={u.from}>
                  <button
                    type="button"
                    onClick={() => show(u, units)}
                    aria-current={pointed?.measures.join() === spokenOf(u, units).join() || undefined}
                    aria-label={`${of} ${span(u)}: ${u.name}`}
                    className={`min-w-8 rounded border px-1.5 py-0.5 text-center leading-tight ${u.like?.how.kind === 'same' ? 'border-rule bg-paper text-soft' : 'border-ink font-semibold'}`}
                  >
                    {u.name}
                    <span className="block text-tiny font-normal text-soft">{span(u)}</span>
                  </button>
                </li>
              ))}
            </ol>
            {returns.length > 0 && (
              <ul className="mt-1 text-sm leading-snug text-soft">
                {returns.slice(0, 10).map((u) => (
                  <li key={u.from}>
                    <button type="button" className="text-left hover:underline" onClick={() => show(u, units)}>
                      {capital(sayLikeness(said(u), said(units[u.like!.unit]), u.like!.how))}.
                    </button>
                  </li>
                ))}
                {returns.length > 10 && <li>… and {returns.length - 10} more.</li>}
              </ul>
            )}
          </section>
        )
      })}
      <section className="mt-3">
        <h3 className="font-semibold">Just a scale, just a chord</h3>
        {form.runs.length === 0 && <p className="text-soft">No scale of four notes or more, and no broken chord.</p>}
        <ul className="mt-1">
          {form.runs.map((r, i) => (
            <li key={i} className="border-t border-rule py-0.5">
              <button
                type="button"
                className="text-left hover:underline"
                onClick={() => point({ measures: [], notes: eventsBetween(r.from.onset, r.to.onset) })}
              >
                <span className="font-semibold">{capital(sayStretch(line, r.from.at.index, r.to.at.index))}</span>: {sayRun(names, r)},{' '}
                {r.notes} notes
              </button>
            </li>
          ))}
        </ul>
      </section>
    </div>
  )
}
