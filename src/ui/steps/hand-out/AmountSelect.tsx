import { AMOUNTS, type Amount } from '@/core/plan/amounts'
import { Select } from '@/ui/kit/Select'

const AMOUNT: Record<Amount, string> = {
  all: 'everything',
  changes: 'only where it changes',
  new: 'only new notes, sharps and flats',
  trouble: 'only at places to watch',
  unread: 'notes not sure yet',
  none: 'nothing',
}

type AmountProps = { label: string; value: Amount; own?: boolean; disabled?: boolean; onChange: (much: Amount) => void }

/** How much is written in. */
export function AmountSelect({ label, value, own = false, disabled = false, onChange }: AmountProps) {
  return (
    <Select
      size="small"
      className="w-44"
      aria-label={label}
      own={own}
      disabled={disabled}
      value={value}
      onChange={(e) => onChange(AMOUNTS.find((a) => a === e.target.value) ?? 'all')}
    >
      {AMOUNTS.map((a) => (
        <option key={a} value={a}>
          {AMOUNT[a]}
        </option>
      ))}
    </Select>
  )
}
