import type { Seat } from '@/core/seats/seat'
import { BackLink } from '@/ui/kit/BackLink'

/** The desk before its music is laid out: the way back, what is coming, the strings of each seat and the place of the panel. It does not move. */
export function DeskOutline({ says, seats }: { says: string; seats: readonly Seat[] }) {
  return (
    <div className="desk">
      <div className="bar">
        <BackLink />
        <p role="status" className="py-2 text-soft">
          {says}
        </p>
      </div>
      <div aria-hidden className="desk-body">
        <div className="flex min-w-0 grow flex-col justify-evenly px-6 py-8">
          {seats.map(({ id, instrument }) => (
            <div key={id} className="grid gap-4">
              {instrument.strings.map((_, string) => (
                <div key={string} className="border-t border-rule" />
              ))}
            </div>
          ))}
        </div>
        <div className="w-[316px] shrink-0 border-l border-rule bg-sheet max-[899px]:hidden" />
      </div>
    </div>
  )
}
