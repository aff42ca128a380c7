import { usualWhom, type Also, type HandOut } from '@/api/handOut'
import { FADES } from '@/core/part/written'
import { SHEET_KINDS, SHEETS, type SheetKind } from '@/core/sheets/kinds'
import { Select } from '@/ui/kit/Select'
import { AmountSelect } from './AmountSelect'

type Props = { wanted: HandOut; change: (by: Partial<HandOut>) => void }

/** What is made for them: parts, the score, and every other kind of sheet. */
export function What({ wanted, change }: Props) {
  const put = (kind: SheetKind, whom: Also['whom'] | null) =>
    change({
      also: SHEET_KINDS.flatMap((k) => {
        const at = k === kind ? whom : (wanted.also.find((a) => a.kind === k)?.whom ?? null)
        return at ? [{ kind: k, whom: at }] : []
      }),
    })
  return (
    <section aria-labelledby="what">
      <h2 id="what" className="panel-head">
        What
      </h2>
      <ul className="grid gap-1">
        <li>
          <label className="tick">
            <input
              type="checkbox"
              className="accent-control"
              checked={wanted.parts}
              onChange={(e) => change({ parts: e.target.checked })}
            />
            Parts
          </label>
          <label className="tick ml-6">
            <input
              type="checkbox"
              className="accent-control"
              checked={wanted.fade}
              disabled={!wanted.parts}
              onChange={(e) => change({ fade: e.target.checked })}
            />
            <span>Fading: {FADES} sheets, fewer fingers each time</span>
          </label>
        </li>
        <li className="flex items-center justify-between gap-2">
          <label className="tick">
            <input
              type="checkbox"
              className="accent-control"
              checked={wanted.score !== null}
              onChange={(e) => change({ score: e.target.checked ? 'all' : null })}
            />
            Teacher’s score
          </label>
          <AmountSelect
            label="How much in the score"
            value={wanted.score ?? 'all'}
            disabled={wanted.score === null}
            onChange={(score) => change({ score })}
          />
        </li>
        {SHEET_KINDS.map((kind) => {
          const { name, says, for: made } = SHEETS[kind]
          const whom = wanted.also.find((a) => a.kind === kind)?.whom ?? null
          return (
            <li key={kind}>
              <div className="flex items-center justify-between gap-2">
                <label className="tick">
                  <input
                    type="checkbox"
                    className="accent-control"
                    checked={whom !== null}
                    aria-describedby={whom ? `says-${kind}` : undefined}
                    onChange={(e) => put(kind, e.target.checked ? usualWhom(kind) : null)}
                  />
                  {name}
                </label>
                {made === 'either' && whom !== null ? (
                  <Select
                    size="small"
                    aria-label={`${name}: for whom`}
                    value={whom}
                    onChange={(e) => put(kind, e.target.value === 'class' ? 'class' : 'seat')}
                  >
                    <option value="seat">each seat its own</option>
                    <option value="class">one for the class</option>
                  </Select>
                ) : (
                  <span className="text-fine text-soft">{made === 'class' ? 'one' : made === 'seat' ? 'each seat' : ''}</span>
                )}
              </div>
              {whom !== null && (
                <p id={`says-${kind}`} className="ml-6 text-fine text-soft">
                  {says[0].toUpperCase() + says.slice(1)}.
                </p>
              )}
            </li>
          )
        })}
      </ul>
    </section>
  )
}
