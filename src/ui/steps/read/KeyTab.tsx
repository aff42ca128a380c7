'use client'

import { useMemo, useState } from 'react'
import { mapsOf } from '@/core/balance/ensemble'
import { alterIn } from '@/core/music/key'
import { plainNote, printedNote, printedPitch, spokenNote } from '@/core/music/noteName'
import { LETTERS, type Letter } from '@/core/music/pitch'
import { answersText, staffPlacesOf, answerStaffOf, type AskedLetter } from '@/core/reading/answerKey'
import { useDesk } from '@/ui/session/DeskProvider'
import { Choice } from '@/ui/kit/Choice'
import { CopyButton } from '@/ui/kit/CopyButton'
import { SeatTitle } from './SeatTitle'

/** The answers to a theory page: where a letter stands on the staff and what plays it, in what the class has learned. */
export function KeyTab() {
  const key = useDesk((d) => d.piece.key)
  const ensemble = useDesk((d) => d.ensemble)
  const { setup } = useDesk((d) => d.ensemble[d.seat])
  const talk = useDesk((d) => d.klass.talk)
  const inTalk = (letters: readonly Letter[]): string => letters.map((l) => plainNote(talk.names, l)).join(' ')
  const [chosen, setChosen] = useState<readonly Letter[]>([])
  const [sign, setSign] = useState<'key' | 'plain'>('key')
  const asked = useMemo(
    () =>
      (chosen.length ? LETTERS.filter((l) => chosen.includes(l)) : LETTERS).map((letter): AskedLetter => ({
        letter,
        alter: sign === 'key' ? alterIn(key, letter) : 0,
      })),
    [chosen, sign, key],
  )
  const answers = useMemo(() => asked.map((a) => ({ asked: a, places: staffPlacesOf(setup, a, talk) })), [setup, asked, talk])
  const staff = useMemo(() => answerStaffOf(setup), [setup])
  const toggle = (l: Letter) => setChosen((c) => (c.includes(l) ? c.filter((x) => x !== l) : [...c, l]))
  return (
    <div className="min-h-0 grow overflow-y-auto px-3 py-2" tabIndex={0} role="group" aria-label="Note chart">
      <SeatTitle />
      <div className="flex flex-wrap items-center gap-2">
        <div role="group" aria-label="Which letters" className="flex gap-1">
          {LETTERS.map((l) => (
            <button
              key={l}
              type="button"
              aria-pressed={chosen.includes(l)}
              onClick={() => toggle(l)}
              className={`h-7 w-7 rounded-full border ${chosen.includes(l) ? 'border-ink bg-ink font-semibold text-paper' : 'border-rule hover:border-ink'}`}
            >
              {plainNote(talk.names, l)}
            </button>
          ))}
        </div>
        <Choice
          label="Accidentals"
          value={sign}
          onChange={setSign}
          options={[
            ['key', 'as in the key'],
            ['plain', 'natural'],
          ]}
        />
        <CopyButton
          name="Copy all seats"
          text={() =>
            mapsOf(ensemble)
              .map((m) => answersText(m.setup, asked, talk, m.seat.name))
              .join('\n\n')
          }
        />
      </div>
      <p className="mt-2 text-sm leading-snug text-soft">
        {setup.instrument.clef} clef · lines {inTalk(staff.lines)} · spaces {inTalk(staff.spaces)} · open strings{' '}
        {staff.open.map((o) => `${o.string} (${o.staff})`).join(', ')}
      </p>
      <dl className="mt-1">
        {answers.map(({ asked: a, places }) => (
          <div key={a.letter} className="border-t border-rule py-1">
            <dt className="font-semibold">
              {printedNote(talk.names, a)} <span className="font-normal text-soft">{a.alter ? spokenNote(talk.names, a) : ''}</span>
            </dt>
            {places.length === 0 && <dd className="text-soft">Not learned yet in this seat.</dd>}
            {places.map((p) => (
              <dd key={p.pitch.octave} className="grid grid-cols-[44px_1fr] gap-x-2 leading-snug">
                <span>{printedPitch(talk.names, p.pitch)}</span>
                <span>
                  {p.staff}: {p.ways.join(', or ')}
                </span>
              </dd>
            ))}
          </div>
        ))}
      </dl>
    </div>
  )
}
