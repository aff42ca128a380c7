'use client'

import { KeyDialog } from '@/ui/kit/KeyDialog'
import { listed } from '@/ui/kit/keys'
import { DESK_KEYS } from '@/ui/session/keys'
import { STEP_KEYS } from '@/ui/steps/keys'
import { LESSON_KEYS, PLAYING_KEYS, REHEARSE_KEYS } from '@/ui/steps/rehearse/keys'

/** What the drawing of the bench says. */
const MARKS: readonly (readonly [string, string])[] = [
  ['white 0', 'an open string; the hand keeps its bracket'],
  ['red, new', 'the class has not learned it'],
  ['bracket', 'one position; under it the frame, fingers to scale, touching ones underlined'],
  ['slope', 'a shift up or down; broken when nothing gives it time'],
  ['wave', 'one finger slides between low and high'],
  ['dotted line', 'one finger over two strings'],
  ['⊓ and V', 'down-bow and up-bow; a comma: lifted before it; a ring: comes out the wrong way'],
  ['broken', 'a chord that the bow takes in two halves'],
]

/** The list of keys and marks, under `?`. */
export const KeyList = (state: { open: boolean; onOpenChange: (open: boolean) => void }) => (
  <KeyDialog
    {...state}
    title="Keys and marks"
    lists={[listed([...DESK_KEYS, ...STEP_KEYS, ...REHEARSE_KEYS, ...PLAYING_KEYS, ...LESSON_KEYS]), MARKS]}
  />
)
