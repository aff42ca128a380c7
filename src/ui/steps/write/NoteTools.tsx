'use client'

import { useCalled } from '@/ui/kit/InClass'
import { keyName } from '@/core/music/key'
import { meterName, type Base } from '@/core/music/time'
import {
  addMeasure,
  cycleEnding,
  dropMeasure,
  otherLine,
  setAlter,
  setBase,
  setBow,
  toggleDot,
  togglePickup,
  toggleRepeatEnd,
  toggleRepeatStart,
  toggleSlur,
  toggleTie,
  toggleTriplet,
  transposePiece,
  typeRest,
  typeStruck,
} from '@/core/writing/commands'
import type { Draft } from '@/core/writing/draft'
import { changeKey, changeMeter, hasNotes } from '@/core/writing/frame'
import { placeMeasures } from '@/core/piece/walk'
import { Hint } from '@/ui/kit/Hint'
import { Select } from '@/ui/kit/Select'
import type { Asked } from './AskReach'
import { KEYS, METERS } from './signatures'

type Run = (command: (d: Draft) => Draft, said?: string) => void

const LENGTHS: readonly { base: Base; sign: string; key: string }[] = [
  { base: 'whole', sign: '𝅝', key: '1' },
  { base: 'half', sign: '𝅗𝅥', key: '2' },
  { base: 'quarter', sign: '𝅘𝅥', key: '4' },
  { base: 'eighth', sign: '𝅘𝅥𝅮', key: '8' },
  { base: '16th', sign: '𝅘𝅥𝅯', key: '6' },
  { base: '32nd', sign: '𝅘𝅥𝅰', key: '5' },
]

type ToolProps = { name: string; keys: string; on?: boolean; act: () => void; children: React.ReactNode }

function Tool({ name, keys, on, act, children }: ToolProps) {
  return (
    <Hint text={`${name} ( ${keys} )`}>
      <button
        type="button"
        aria-label={name}
        aria-pressed={on}
        // The score keeps the focus: one types on after a click.
        onMouseDown={(e) => e.preventDefault()}
        onClick={act}
        className={`grid h-8 min-w-8 place-items-center rounded px-1.5 leading-none ${on ? 'bg-ink text-paper' : 'hover:bg-wash'}`}
      >
        {children}
      </button>
    </Hint>
  )
}

const group = 'flex flex-wrap items-center gap-0.5 border-r border-rule pr-2 last:border-r-0'

/** The tools of the note editor, each with its key; key and time are those at the caret. */
type Props = {
  draft: Draft
  run: Run
  /** A key or time that was chosen and waits to be told for what it holds. */
  asked: Asked | null
  ask: (asked: Asked | null) => void
}

export function NoteTools({ draft, run, asked, ask }: Props) {
  const called = useCalled()
  const here = placeMeasures(draft.piece, draft.piece.lines[draft.at.line])[draft.at.measure]
  const { measure } = here
  const key = asked && 'key' in asked ? asked.key : here.key
  const meter = asked && 'meter' in asked ? asked.meter : here.meter
  /** Before the first note there is nothing to ask. */
  const choose = (next: Asked) => {
    if (hasNotes(draft)) return ask(next)
    if ('key' in next) return run((d) => changeKey(d, next.key, 'whole', true))
    run((d) => {
      const made = changeMeter(d, next.meter, 'whole')
      return 'refused' in made ? d : made
    })
  }
  // Enter takes what was chosen with the keys; the browser's own list has closed by then.
  const onEnter = (e: React.KeyboardEvent) => {
    if (e.key === 'Enter' && asked) document.querySelector<HTMLFormElement>('form[data-ask]')?.requestSubmit()
    if (e.key === 'Escape') ask(null)
  }
  const meters = METERS.some((m) => meterName(m) === meterName(here.meter)) ? METERS : [here.meter, ...METERS]
  return (
    <div role="toolbar" aria-label="Notes" className="flex flex-wrap items-center gap-x-2 gap-y-1 border-b border-rule bg-sheet px-3 py-1">
      <div className={group}>
        {LENGTHS.map(({ base, sign, key }) => (
          <Tool key={base} name={`${base} note`} keys={key} on={draft.base === base} act={() => run((d) => setBase(d, base))}>
            <span className="font-['Noto_Music'] text-xl">{sign}</span>
          </Tool>
        ))}
        <Tool name="Dotted" keys="." on={draft.dots > 0} act={() => run(toggleDot)}>
          <b>·</b>
        </Tool>
        <Tool name="Triplet" keys="3" on={draft.triplet > 0} act={() => run(toggleTriplet)}>
          3:2
        </Tool>
        <Tool name="Rest" keys="r" act={() => run(typeRest)}>
          rest
        </Tool>
        <Tool name="Clap" keys="x" act={() => run(typeStruck)}>
          <b>×</b>
        </Tool>
      </div>
      <div className={group}>
        {(
          [
            [1, '♯', 'Sharp', '+'],
            [-1, '♭', 'Flat', '−'],
            [0, '♮', 'Natural', '='],
          ] as const
        ).map(([alter, sign, name, key]) => (
          <Tool key={name} name={name} keys={key} act={() => run((d) => setAlter(d, alter))}>
            {sign}
          </Tool>
        ))}
        <Tool name="Tie" keys="t" act={() => run(toggleTie)}>
          tie
        </Tool>
        <Tool name="Slur" keys="l" on={draft.slurFrom !== null} act={() => run(toggleSlur)}>
          slur
        </Tool>
        <Tool name="Down-bow" keys="n" act={() => run((d) => setBow(d, 'down'))}>
          ⊓
        </Tool>
        <Tool name="Up-bow" keys="v" act={() => run((d) => setBow(d, 'up'))}>
          V
        </Tool>
      </div>
      <div className={group}>
        <Tool name={called('New measure')} keys="Enter" act={() => run(addMeasure)}>
          + {called('measure')}
        </Tool>
        <Tool name={called('Delete the measure')} keys="Shift Enter" act={() => run(dropMeasure)}>
          − {called('measure')}
        </Tool>
        <Tool name="Repeat starts" keys=";" on={measure.repeatStart} act={() => run(toggleRepeatStart)}>
          |:
        </Tool>
        <Tool name="Repeat ends" keys=":" on={measure.repeatEnd !== undefined} act={() => run(toggleRepeatEnd)}>
          :|
        </Tool>
        <Tool name="Ending" keys="[" on={measure.ending !== undefined} act={() => run(cycleEnding)}>
          {measure.ending ? `${measure.ending.join(',')}.` : '1. 2.'}
        </Tool>
        <Tool
          name={called('First measure is a pickup')}
          keys="only here"
          on={draft.piece.lines[0].measures[0].pickup}
          act={() => run(togglePickup)}
        >
          pickup
        </Tool>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-1">
          <span className="text-sm text-soft">key</span>
          <Select
            aria-label="Key"
            onKeyDown={onEnter}
            value={keyName(key)}
            onChange={(e) => choose({ key: KEYS.find((k) => keyName(k) === e.target.value)! })}
          >
            {KEYS.map((k) => (
              <option key={keyName(k)}>{keyName(k)}</option>
            ))}
          </Select>
        </label>
        <label className="flex items-center gap-1">
          <span className="text-sm text-soft">time</span>
          <Select
            aria-label="Time"
            onKeyDown={onEnter}
            value={meterName(meter)}
            onChange={(e) => choose({ meter: meters.find((m) => meterName(m) === e.target.value)! })}
          >
            {meters.map((m) => (
              <option key={meterName(m)}>{meterName(m)}</option>
            ))}
          </Select>
        </label>
        <label className="flex items-center gap-1">
          <span className="text-sm whitespace-nowrap text-soft">whole tune</span>
          <Select aria-label="Transpose the whole tune" value="" onChange={(e) => run((d) => transposePiece(d, Number(e.target.value)))}>
            <option value="">transpose by …</option>
            {[7, 5, 4, 3, 2, 1, -1, -2, -3, -4, -5, -7].map((n) => (
              <option key={n} value={n}>
                {n > 0 ? `${n} half steps up` : `${-n} half steps down`}
              </option>
            ))}
          </Select>
        </label>
        <Tool name="The other line" keys="o" act={() => run(otherLine)}>
          line {draft.piece.lines[draft.at.line].name || draft.at.line + 1}
        </Tool>
      </div>
    </div>
  )
}
