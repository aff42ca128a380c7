'use client'

import { plainNote, type NoteNames } from '@/core/music/noteName'
import { namePosition, opens, positionKey } from '@/core/instruments/instrument'
import { SHIFTS, type Learned as Has } from '@/core/instruments/learned'
import { COMBINATIONS, KEYS_TAUGHT, RHYTHMS, SIGNS, type Rhythm, type SignName } from '@/core/instruments/reads'
import { keyName } from '@/core/music/key'
import type { Seat } from '@/core/seats/seat'
import type { ClassEdits } from './classStore'
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
  needed: 'when first position can’t',
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

type Acts = { toggle: ClassEdits['toggle']; setLearned: ClassEdits['setLearned'] }
type Props = { seats: readonly Seat[]; names: NoteNames } & Acts

/** A seat with what can be changed of it. */
type Of = { readonly seat: Seat; readonly own: Has; readonly acts: Acts; readonly names: NoteNames }

/** What is learned of it is one of a list. */
type Listed = Parameters<ClassEdits['toggle']>[1]

/** Chips for what is learned or not of one list: each with its text and its name, which is the text where none is said. */
const chips = <K extends Listed>(
  { seat, own, acts }: Of,
  key: K,
  all: readonly Has[K][number][],
  text: (x: Has[K][number]) => string,
  name: (x: Has[K][number]) => string = text,
) =>
  all.map((x) => (
    <Learned
      key={`${key} ${x}`}
      text={text(x)}
      name={`${seat.name}: ${name(x)}`}
      on={(own[key] as readonly unknown[]).includes(x)}
      onToggle={() => acts.toggle(seat.id, key, x)}
    />
  ))

/** Every row of the table, with what stands in it for a seat. */
const ROWS: readonly { readonly name: string; readonly cell: (of: Of) => React.ReactNode }[] = [
  {
    name: 'Strings',
    cell: (of) => {
      const { strings } = of.seat.instrument
      const letter = (i: number): string => plainNote(of.names, strings[i].letter)
      return chips(of, 'strings', [...strings.keys()], letter, (i) => `${letter(i)} string`)
    },
  },
  { name: 'Fingers', cell: (of) => chips(of, 'fingers', FINGERS, String, (f) => `finger ${f}`) },
  {
    name: 'Low ↓ and high ↑',
    cell: (of) =>
      of.seat.instrument.byLetter ? (
        <>
          {chips(
            of,
            'low',
            FINGERS,
            (f) => `↓${f}`,
            (f) => `low ${f}`,
          )}
          {chips(
            of,
            'high',
            FINGERS.slice(0, 3),
            (f) => `↑${f}`,
            (f) => `high ${f}`,
          )}
        </>
      ) : (
        <span className="text-soft">by half steps</span>
      ),
  },
  {
    name: 'Positions',
    cell: (of) =>
      chips(
        of,
        'positions',
        of.seat.instrument.positions.map(positionKey),
        (key) => key.replace('lowered ', '↓').replace('raised ', '↑'),
        namePosition,
      ),
  },
  {
    name: 'Stretches',
    cell: (of) => {
      if (!opens(of.seat.instrument)) return <span className="text-soft">none</span>
      const forward = of.seat.instrument.byLetter ? '4 stretched' : '4 forward'
      return chips(of, 'extensions', ['back', 'forward'], (e) => (e === 'back' ? '1 back' : forward))
    },
  },
  {
    name: 'Shifts',
    cell: ({ seat, own, acts }) => (
      <Select
        aria-label={`${seat.name}: shifts`}
        value={own.shifts}
        onChange={(e) => acts.setLearned(seat.id, { shifts: SHIFTS.find((s) => s === e.target.value)! })}
        size="small"
        className="max-w-full"
      >
        {SHIFTS.map((s) => (
          <option key={s} value={s}>
            {SAY_SHIFT[s]}
          </option>
        ))}
      </Select>
    ),
  },
  {
    name: 'Double stops',
    cell: ({ seat, own, acts }) => (
      <Learned
        text="two at once"
        name={`${seat.name}: two strings at once`}
        on={own.doubleStops}
        onToggle={() => acts.setLearned(seat.id, { doubleStops: !own.doubleStops })}
      />
    ),
  },
  { name: 'Rhythms', cell: (of) => chips(of, 'rhythms', RHYTHMS, (x) => SAY_RHYTHM[x]) },
  {
    name: 'Accidentals and slurs',
    cell: (of) => (
      <>
        {chips(
          of,
          'signs',
          SIGNS,
          (x) => SAY_SIGN[x],
          (x) => `${x} before a note`,
        )}
        <Learned
          text="slur"
          name={`${of.seat.name}: slurs`}
          on={of.own.slurs}
          onToggle={() => of.acts.setLearned(of.seat.id, { slurs: !of.own.slurs })}
        />
      </>
    ),
  },
  { name: 'Together', cell: (of) => chips(of, 'combinations', COMBINATIONS, String) },
  {
    name: 'Keys',
    cell: (of) => {
      const name = (fifths: number): string => keyName({ fifths, mode: 'major' })
      return chips(of, 'keys', KEYS_TAUGHT.slice(0, MOST_KEYS), (k) => name(k).replace(' major', ''), name)
    },
  },
]

/** What each seat has learned, seat by seat: filled is learned. */
export function LearnedGrid({ seats, names, ...acts }: Props) {
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full min-w-[560px] table-fixed border-collapse text-left">
        <caption className="sr-only">What each seat has learned. Pressed means learned</caption>
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
            <tr key={r.name} className="border-b border-rule align-top">
              <th scope="row" className="py-1.5 pr-2 text-sm font-normal text-soft">
                {r.name}
              </th>
              {seats.map((seat) => (
                <td key={seat.id} className="px-1.5 py-1.5">
                  <div className="flex flex-wrap items-center gap-1">{r.cell({ seat, own: seat.learned, acts, names })}</div>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
