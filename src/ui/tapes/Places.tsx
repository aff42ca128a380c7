'use client'

import { type StripAsk } from '@/api/tapes'
import { plainNote, printedPitch, type NoteNames } from '@/core/music/noteName'
import { parsePitch } from '@/core/music/pitch'
import { inSentence, sayList } from '@/core/names'
import { positionKey } from '@/core/instruments/instrument'
import { instrumentNamed } from '@/core/seats/seat'
import { sayTape, type Talk } from '@/core/plan/talk'
import { tapedFrames } from '@/core/tapes/frames'
import { ADVICE, sayRule } from '@/core/tapes/says'
import { markersOf, tapesFor } from '@/core/tapes/tapes'

/** The places of one instrument: what is taped (alike for all of it), how far from the nut, and which note it gives on each string. */
export function Places({
  ask,
  talk,
  change,
}: {
  ask: StripAsk
  talk: Pick<Talk, 'tapes' | 'names'>
  change: (by: Pick<Partial<StripAsk>, 'frames' | 'positions'>) => void
}) {
  const instrument = instrumentNamed(ask.instrument)
  const places = tapesFor({ ...ask, instrument })
  const markers = markersOf(places)
  const strings = instrument.strings.map((s) => plainNote(talk.names, s.letter))
  const toggle = (list: readonly string[], name: string, on: boolean) => (on ? [...list, name] : list.filter((x) => x !== name))
  const frames = tapedFrames(instrument).map((f) => f.name)
  const ticks = (label: string, names: readonly string[], chosen: readonly string[], set: (next: readonly string[]) => void) => (
    <fieldset className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <legend className="panel-head float-left mr-3">{label}</legend>
      {names.map((n) => (
        <label key={n} className="tick">
          <input
            type="checkbox"
            className="accent-control"
            checked={chosen.includes(n)}
            disabled={chosen.length === 1 && chosen.includes(n)}
            onChange={(e) => set(names.filter((x) => toggle(chosen, n, e.target.checked).includes(x)))}
          />
          {n}
        </label>
      ))}
    </fieldset>
  )
  return (
    <section aria-labelledby="places" className="grid content-start gap-3">
      <h2 id="places" className="font-title text-lg">
        {ask.name || instrument.name}: from the nut
      </h2>
      {ticks('Finger patterns', frames, ask.frames, (next) => change({ frames: [...next] }))}
      {ticks('Positions', instrument.positions.map(positionKey), ask.positions, (next) => change({ positions: [...next] }))}
      <p className="text-fine text-soft">The same for every {inSentence(instrument.name)} in the list.</p>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-left tabular-nums">
          <thead>
            <tr className="border-b border-rule text-fine text-soft">
              <th className="py-1 pr-3 font-normal">finger</th>
              <th className="py-1 pr-3 text-right font-normal">mm</th>
              <th className="py-1 pr-3 text-right font-normal">inches</th>
              {strings.map((s, i) => (
                <th key={i} className="py-1 pr-3 font-normal">
                  on {s}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {markers.map((m) => (
              <tr key={m.k} className="border-b border-rule">
                <th className="py-1 pr-3 font-semibold">{sayList(m.says.map((s) => sayTape(talk.tapes, s)))}</th>
                <td className="py-1 pr-3 text-right">{m.mm.toFixed(1)}</td>
                <td className="py-1 pr-3 text-right">{places.find((p) => p.k === m.k)!.inches.toFixed(2)}</td>
                {strings.map((s, i) => (
                  <td key={i} className="py-1 pr-3">
                    {printed(talk.names, places.find((p) => p.k === m.k && p.string === s)?.note ?? '')}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="text-fine text-soft">
        Equal temperament on a string of {ask.length} mm from nut to bridge. {sayRule(instrument, ask.length)}
      </p>
      <h3 className="panel-head mt-2">How to put them on</h3>
      <ol className="grid max-w-prose list-decimal gap-1 pl-5">
        {ADVICE.map((a) => (
          <li key={a}>{a}</li>
        ))}
      </ol>
    </section>
  )
}

/** "B♭4" of "Bb4", as it is printed; nothing of nothing. */
function printed(names: NoteNames, note: string): string {
  const pitch = parsePitch(note)
  return pitch ? printedPitch(names, pitch) : ''
}
