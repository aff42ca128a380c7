import { useCalled } from '@/ui/kit/InClass'
import type { Policy } from '@/core/fingering/policy'
import type { Decision } from './words'
import { Select } from '@/ui/kit/Select'

type Value = Policy[keyof Policy]

/** One decision as a list to choose from. With `inherited`, the first entry leaves it to the class (or the piece). */
export function DecisionSelect({
  decision,
  value,
  inherited,
  note,
  onChange,
}: {
  decision: Decision
  value: Value | undefined
  inherited?: string
  note?: string
  onChange: (value: Value | undefined) => void
}) {
  const called = useCalled()
  const id = `decide-${decision.key}`
  const index = decision.answers.findIndex((a) => a.value === value)
  return (
    <div>
      <label htmlFor={id} className={`block text-sm ${inherited ? 'text-soft' : 'font-semibold'}`}>
        {decision.title}
      </label>
      <Select
        id={id}
        value={index}
        onChange={(e) => onChange(decision.answers[Number(e.target.value)]?.value)}
        own={Boolean(inherited) && index >= 0}
        className="w-full"
      >
        {inherited && <option value={-1}>{inherited}</option>}
        {decision.answers.map((a, i) => (
          <option key={i} value={i}>
            {called(a.says)}
          </option>
        ))}
      </Select>
      {note && <p className="mt-0.5 text-fine leading-snug text-soft">{note}</p>}
    </div>
  )
}
