import { useCalled } from '@/ui/kit/InClass'
import type { HandOut } from '@/api/handOut'
import { ABOUT_MARKS, PART_MARKS } from '@/core/part/marks'
import { Button } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'

type Props = { wanted: HandOut; change: (by: Partial<HandOut>) => void }

const SIZES = [
  ['small', 'small'],
  ['normal', 'normal'],
  ['large', 'large'],
] as const
const PAPERS = [
  ['a4', 'A4'],
  ['letter', 'Letter'],
] as const

/** How parts and scores are written, which stretch of the piece, and on which paper. */
export function How({ wanted, change }: Props) {
  const called = useCalled()
  return (
    <>
      <fieldset>
        <legend className="panel-head">Written in parts and score</legend>
        <div className="flex flex-wrap gap-x-4 gap-y-1">
          {PART_MARKS.map((m) => (
            <label key={m} className="tick">
              <input
                type="checkbox"
                className="accent-control"
                checked={wanted.marks.includes(m)}
                onChange={(e) => change({ marks: PART_MARKS.filter((x) => (x === m ? e.target.checked : wanted.marks.includes(x))) })}
              />
              {ABOUT_MARKS[m].name}
            </label>
          ))}
        </div>
      </fieldset>
      {wanted.p && (
        <section>
          <h2 className="panel-head">Only a passage</h2>
          <p className="flex items-center justify-between gap-2">
            {called(wanted.p.from === wanted.p.to ? `measure ${wanted.p.from}` : `measures ${wanted.p.from}–${wanted.p.to}`)}, by number
            <Button size="small" onClick={() => change({ p: null })}>
              The whole piece
            </Button>
          </p>
          {wanted.also.length > 0 && (
            <p className="text-fine text-soft">Parts and score only. The other sheets are always the whole piece.</p>
          )}
        </section>
      )}
      <section className="flex flex-wrap gap-x-4 gap-y-3">
        <div>
          <h2 className="panel-head">Notes</h2>
          <Choice label="Size of the notes" value={wanted.size} options={SIZES} onChange={(size) => change({ size })} />
        </div>
        <div>
          <h2 className="panel-head">Paper</h2>
          <Choice label="Paper" value={wanted.paper} options={PAPERS} onChange={(paper) => change({ paper })} />
        </div>
      </section>
    </>
  )
}
