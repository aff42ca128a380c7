import { kindName } from '@/core/words/en/spots/said'
import type { SpotKind } from '@/core/plan/spotKinds'
import { Select } from '@/ui/kit/Select'

type Shown = 'show' | 'hide'
type Props = {
  kind: SpotKind
  value: Shown | undefined
  /** What stands when nothing is decided here: "by level", "as class". */
  inherited: string
  /** How many there are, if it is known. */
  count?: string
  onChange: (value: Shown | null) => void
}

/** A kind of spot with whether it is shown: as it is decided elsewhere, always, or never. */
export function KindSelect({ kind, value, inherited, count, onChange }: Props) {
  return (
    <label className="flex items-center gap-2">
      <span className="min-w-0 grow leading-tight">{kindName(kind)}</span>
      {count && (
        <span aria-hidden className="shrink-0 text-fine text-soft tabular-nums">
          {count}
        </span>
      )}
      <Select
        aria-label={kindName(kind)}
        value={value ?? ''}
        onChange={(e) => onChange(e.target.value === '' ? null : (e.target.value as Shown))}
        size="small"
        own={Boolean(value)}
        className="w-[92px] shrink-0"
      >
        <option value="">{inherited}</option>
        <option value="show">always</option>
        <option value="hide">never</option>
      </Select>
    </label>
  )
}
