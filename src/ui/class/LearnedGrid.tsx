'use client'

import { opens, positionKey } from '@/core/instruments/instrument'
import { SHIFTS, type Learned as Has } from '@/core/instruments/learned'
import { COMBINATIONS, KEYS_TAUGHT, RHYTHMS, SIGNS, type Rhythm, type SignName } from '@/core/instruments/reads'
import { keyName } from '@/core/music/key'
import type { Seat } from '@/core/seats/seat'
import type { ClassActions } from './classStore'
import { Select } from '@/ui/kit/Select'

const FINGERS = [1, 2, 3, 4]
/** Signatures that a class may be asked about: those of up to four signs. */
const MOST_KEYS = 9
const SAY_SIGN: Record<SignName, string> = { natural: '♮', sharp: '♯', flat: '♭' }
const SAY_RHYTHM: Record<Rhythm, string> = {
  whole: 'whole',
  eighths: 'eighths',
  'dotted half': 'dotted half',
  'dotted quarter': 'dotted quarter',
  ties: 'ties',
  sixteenths: 'sixteenths',
  triplets: 'triplets',
  compound: '6/8',
  syncopation: 'syncopation',
}
const SAY_SHIFT: Record<Has['shifts'], string> = {
  none: 'no shifts yet',
  pauses: 'in rests, over open strings',
  needed: 'for what I lacks',
  any: 'anywhere',
}

/** A switch the size of a chip: what it stands for is learned when it is filled. */
function Learned({ text, name, on, onToggle }: { text: string; name: string; on: boolean; onToggle: () => void }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      aria-label={name}
      onClick={onToggle}
      className={`h-6 min-w-6 rounded-full border px-1 text-fine leading-none ${on ? 'border-ink bg-ink font-semibold text-paper' : 'border-rule bg-sheet text-soft hover:border-ink'}`}
    >
      {text}
    </button>
  )
}

type Props = { seats: readonly Seat[]; toggle: ClassActions['toggle']; setLearned: ClassActions['setLearned'] }

/** What each seat has learned, seat by seat: filled is learned. */
export function LearnedGrid({ seats, toggle, setLearned }: Props) {
  const cell = ({ id: seat, name, instrument, learned: own }: Seat, row: (typeof ROWS)[number]['key']) => {
    const { strings, byLetter: letters } = instrument
    const what = (text: string) => `${name}: ${text}`
    switch (row) {
      case 'strings':
        return strings.map((p, i) => (
          <Learned
            key={i}
            text={p.letter}
            name={what(`${p.letter} string`)}
            on={own.strings.includes(i)}
            onToggle={() => toggle(seat, 'strings', i)}
          />
        ))
      case 'fingers':
        return FINGERS.map((f) => (
          <Learned
            key={f}
            text={`${f}`}
            name={what(`finger ${f}`)}
            on={own.fingers.includes(f)}
            onToggle={() => toggle(seat, 'fingers', f)}
          />
        ))
      case 'places':
        if (!letters) return <span className="text-soft">by half steps</span>
        return (
          <>
            {FINGERS.map((f) => (
              <Learned
                key={`l${f}`}
                text={`↓${f}`}
                name={what(`low ${f}`)}
                on={own.low.includes(f)}
                onToggle={() => toggle(seat, 'low', f)}
              />
            ))}
            {FINGERS.slice(0, 3).map((f) => (
              <Learned
                key={`h${f}`}
                text={`↑${f}`}
                name={what(`high ${f}`)}
                on={own.high.includes(f)}
                onToggle={() => toggle(seat, 'high', f)}
              />
            ))}
          </>
        )
      case 'positions':
        return instrument.positions
          .map(positionKey)
          .map((key) => (
            <Learned
              key={key}
              text={key.replace('lowered ', '↓').replace('raised ', '↑')}
              name={what(key === 'half' ? 'half position' : `position ${key}`)}
              on={own.positions.includes(key)}
              onToggle={() => toggle(seat, 'positions', key)}
            />
          ))
      case 'extensions':
        if (!opens(instrument)) return <span className="text-soft">none</span>
        return (['back', 'forward'] as const).map((e) => {
          const text = letters ? { back: '1 back', forward: '4 stretched' }[e] : { back: '1 back', forward: '4 forward' }[e]
          return (
            <Learned key={e} text={text} name={what(text)} on={own.extensions.includes(e)} onToggle={() => toggle(seat, 'extensions', e)} />
          )
        })
      case 'shifts':
        return (
          <Select
            aria-label={what('shifts')}
            value={own.shifts}
            onChange={(e) => setLearned(seat, { shifts: SHIFTS.find((s) => s === e.target.value)! })}
            size="small"
            className="max-w-full"
          >
            {SHIFTS.map((s) => (
              <option key={s} value={s}>
                {SAY_SHIFT[s]}
              </option>
            ))}
          </Select>
        )
      case 'rhythms':
        return RHYTHMS.map((x) => (
          <Learned
            key={x}
            text={SAY_RHYTHM[x]}
            name={what(SAY_RHYTHM[x])}
            on={own.rhythms.includes(x)}
            onToggle={() => toggle(seat, 'rhythms', x)}
          />
        ))
      case 'signs':
        return (
          <>
            {SIGNS.map((x) => (
              <Learned
                key={x}
                text={SAY_SIGN[x]}
                name={what(`${x} before a note`)}
                on={own.signs.includes(x)}
                onToggle={() => toggle(seat, 'signs', x)}
              />
            ))}
            <Learned text="slur" name={what('slurs')} on={own.slurs} onToggle={() => setLearned(seat, { slurs: !own.slurs })} />
          </>
        )
      case 'combinations':
        return COMBINATIONS.map((x) => (
          <Learned key={x} text={x} name={what(x)} on={own.combinations.includes(x)} onToggle={() => toggle(seat, 'combinations', x)} />
        ))
      case 'keys':
        return KEYS_TAUGHT.slice(0, MOST_KEYS).map((fifths) => {
          const name = keyName({ fifths, mode: 'major' })
          return (
            <Learned
              key={fifths}
              text={name.replace(' major', '')}
              name={what(name)}
              on={own.keys.includes(fifths)}
              onToggle={() => toggle(seat, 'keys', fifths)}
            />
          )
        })
      case 'double':
        return (
          <Learned
            text="two at once"
            name={what('two strings at once')}
            on={own.doubleStops}
            onToggle={() => setLearned(seat, { doubleStops: !own.doubleStops })}
          />
        )
    }
  }
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full min-w-[560px] table-fixed border-collapse text-left">
        <caption className="sr-only">What each seat has learned; pressed is learned</caption>
        <colgroup>
          <col className="w-[86px]" />
          {seats.map((s) => (
            <col key={s.id} />
          ))}
        </colgroup>
        <thead>
          <tr className="border-b border-rule">
            <td />
            {seats.map((s) => (
              <th key={s.id} scope="col" className="px-1.5 py-1 font-semibold">
                {s.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {ROWS.map((r) => (
            <tr key={r.key} className="border-b border-rule align-top">
              <th scope="row" className="py-1.5 pr-2 text-sm font-normal text-soft">
                {r.name}
              </th>
              {seats.map((s) => (
                <td key={s.id} className="px-1.5 py-1.5">
                  <div className="flex flex-wrap items-center gap-1">{cell(s, r.key)}</div>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

const ROWS = [
  { key: 'strings', name: 'Strings' },
  { key: 'fingers', name: 'Fingers' },
  { key: 'places', name: 'Low ↓ and high ↑' },
  { key: 'positions', name: 'Positions' },
  { key: 'extensions', name: 'Opened hand' },
  { key: 'shifts', name: 'Shifts' },
  { key: 'double', name: 'Double stops' },
  { key: 'rhythms', name: 'Rhythms' },
  { key: 'signs', name: 'Signs and slurs' },
  { key: 'combinations', name: 'Together' },
  { key: 'keys', name: 'Keys' },
] as const
