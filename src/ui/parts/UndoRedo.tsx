import { Redo2, Undo2 } from 'lucide-react'
import { Button } from './Button'
import { Hint } from './Hint'

type Props = { canUndo: boolean; canRedo: boolean; undo: () => void; redo: () => void }

/** The two buttons of every page that can go back and forth. */
export const UndoRedo = ({ canUndo, canRedo, undo, redo }: Props) => (
  <>
    <Hint text="Undo (Ctrl Z)">
      <Button kind="quiet" aria-label="Undo" disabled={!canUndo} onClick={undo}>
        <Undo2 size={18} aria-hidden />
      </Button>
    </Hint>
    <Hint text="Redo (Ctrl Shift Z)">
      <Button kind="quiet" aria-label="Redo" disabled={!canRedo} onClick={redo}>
        <Redo2 size={18} aria-hidden />
      </Button>
    </Hint>
  </>
)
