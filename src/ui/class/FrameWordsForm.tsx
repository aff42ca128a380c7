'use client'

import { tapedFrames } from '@/core/tapes/frames'
import { markersOf, tapesFor, usualPositions } from '@/core/tapes/tapes'
import { NO_WORDS, type FrameWords, type Talk } from '@/core/plan/talk'
import { inSentence, sayList } from '@/core/names'
import type { Seat } from '@/core/seats/seat'

const field = 'tap rounded border border-rule bg-sheet px-1.5 py-0.5'
const KEYS = [
  ['number', 'number', 'w-14', 4],
  ['word', 'word', 'w-32', 30],
  ['mark', 'mark', 'w-14', 4],
] as const satisfies readonly (readonly [keyof FrameWords, string, string, number])[]

/** Names with the seats whose instruments have them, each once. */
function named(seats: readonly Seat[], of: (seat: Seat) => readonly string[]): [string, string][] {
  const who = new Map<string, string[]>()
  for (const seat of seats) for (const name of of(seat)) who.set(name, [...new Set([...(who.get(name) ?? []), inSentence(seat.name)])])
  return [...who].map(([name, list]) => [name, list.length === seats.length ? 'all' : sayList(list)])
}

/** The class's own number, word and mark for each frame, and its your name for its for its tapes. */
export function FrameWordsForm({ talk, seats, set }: { talk: Talk; seats: readonly Seat[]; set: (change: Partial<Talk>) => void }) {
  const frames = named(seats, (s) => tapedFrames(s.instrument).map((f) => f.name))
  const tapes = named(seats, ({ instrument }) =>
    markersOf(
      tapesFor({
        instrument,
        length: instrument.sizes[0].length,
        frames: tapedFrames(instrument).map((f) => f.name),
        positions: usualPositions(instrument),
      }),
    ).flatMap((m) => m.says),
  )
  const rename = (name: string, change: Partial<FrameWords>) => {
    const next = { ...(talk.frames[name] ?? NO_WORDS), ...change }
    const { [name]: _, ...others } = talk.frames
    set({ frames: next.number || next.word || next.mark ? { ...others, [name]: next } : others })
  }
  const tape = (name: string, own: string) => {
    const { [name]: _, ...others } = talk.tapes
    set({ tapes: own ? { ...others, [name]: own } : others })
  }
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-sm">Your names for finger patterns and tapes</summary>
      <div className="mt-1 flex flex-wrap items-start gap-x-8 gap-y-2">
        <table className="border-collapse text-left text-sm">
          <caption className="sr-only">Your names for finger patterns</caption>
          <thead>
            <tr className="text-soft">
              {['Frame', ...KEYS.map((k) => k[1])].map((h) => (
                <th key={h} scope="col" className="pr-2 font-normal">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {frames.map(([name, who]) => (
              <tr key={name}>
                <th scope="row" className="pr-2 font-normal">
                  {name} <span className="text-fine text-soft">{who}</span>
                </th>
                {KEYS.map(([key, says, width, most]) => (
                  <td key={key} className="py-0.5 pr-2">
                    <input
                      aria-label={`${says} of ${name}`}
                      value={talk.frames[name]?.[key] ?? ''}
                      maxLength={most}
                      onChange={(e) => rename(name, { [key]: e.target.value })}
                      className={`${field} ${width}`}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        <table className="border-collapse text-left text-sm">
          <caption className="sr-only">Your names for tapes</caption>
          <thead>
            <tr className="text-soft">
              <th scope="col" className="pr-2 font-normal">
                Tape for
              </th>
              <th scope="col" className="font-normal">
                your name for it
              </th>
            </tr>
          </thead>
          <tbody>
            {tapes.map(([name, who]) => (
              <tr key={name}>
                <th scope="row" className="pr-2 font-normal">
                  {name} <span className="text-fine text-soft">{who}</span>
                </th>
                <td className="py-0.5">
                  <input
                    aria-label={`Name of the tape for ${name}`}
                    value={talk.tapes[name] ?? ''}
                    maxLength={30}
                    onChange={(e) => tape(name, e.target.value)}
                    className={`${field} w-32`}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  )
}
