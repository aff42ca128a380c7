import { Redo2, Undo2 } from 'lucide-react'
import { Button } from './Button'
import { Hint } from './Hint'
import type { History } from './history'

type Props = { history: History<unknown>; undo: () => void; redo: () => void }

/** The two buttons of every page that can go back and forth; each says what it would take back, or do again. */
export function UndoRedo({ history, undo, redo }: Props) {
  const [last, next] = [history.past.at(-1), history.future[0]]
  return (
    <>
      <Hint text={last ? `Undo: ${last.said} (Ctrl Z)` : 'Nothing to undo'}>
        <Button kind="quiet" aria-label="Undo" disabled={!last} onClick={undo}>
          <Undo2 size={18} aria-hidden />
        </Button>
      </Hint>
      <Hint text={next ? `Redo: ${next.said} (Ctrl Shift Z)` : 'Nothing to redo'}>
        <Button kind="quiet" aria-label="Redo" disabled={!next} onClick={redo}>
          <Redo2 size={18} aria-hidden />
        </Button>
      </Hint>
    </>
  )
}
