import { render } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { emptyPlan, type Plan } from '@/core/plan/plan'
import { DEFAULT_CLASS, type ClassSettings } from '@/core/plan/class'
import type { Piece } from '@/core/piece/piece'
import { pieceFrom } from '@/core/testing/piece'
import { demoPieces } from '@/formats/testing/demo'
import { InClass } from '@/ui/kit/InClass'
import { AtDesk } from '../DeskProvider'
import { createDesk } from '../deskStore'

/** A demo piece by its title. */
export const demoPiece = (title: string): Piece => demoPieces().find((p) => p.title === title)!

/** Something of the desk, drawn by itself over a piece (its notes in test words, in D), with the desk it stands on. */
export function atDesk(part: React.ReactNode, of: { piece?: Piece | string; plan?: Partial<Plan>; klass?: ClassSettings } = {}) {
  const { piece = 'D4 E4 F#4 G4 A4 B4 C#5 D5', plan, klass = DEFAULT_CLASS } = of
  const desk = createDesk({
    id: 'piece',
    of: 'class',
    piece: typeof piece === 'string' ? pieceFrom(piece, { fifths: 2, mode: 'major' }) : piece,
    plan: { ...emptyPlan(), ...plan },
    klass,
    version: 1,
  })
  const drawn = render(
    <InClass id="class">
      <AtDesk store={desk}>{part}</AtDesk>
    </InClass>,
  )
  return { desk, user: userEvent.setup({ delay: null }), ...drawn }
}
