'use client'

import { KeyDialog } from '@/ui/kit/KeyDialog'
import { listed } from '@/ui/kit/keys'
import { DESK_KEYS } from '@/ui/session/keys'
import { STEP_KEYS } from '@/ui/steps/keys'
import { LESSON_KEYS, PLAYING_KEYS, REHEARSE_KEYS } from '@/ui/steps/rehearse/keys'

/** What the drawing of the bench says. */
const MARKS: readonly (readonly [string, string])[] = [
  ['white 0', 'an open string. The hand stays where it is'],
  ['red, new', 'not learned yet'],
  ['bracket', 'one position. Under it the finger pattern, to scale: fingers that touch are underlined'],
  ['slope', 'a shift up or down. Broken: no time for it'],
  ['wave', 'one finger slides between low and high'],
  ['dotted line', 'one finger across two strings'],
  ['⊓ and V', 'down-bow and up-bow. Comma: lift before it. Ring: the bow turns around here'],
  ['broken', 'a chord the bow rolls in two halves'],
]

/** The list of keys and marks, under `?`. */
export const KeyList = (state: { open: boolean; onOpenChange: (open: boolean) => void }) => (
  <KeyDialog
    {...state}
    title="Keys and marks"
    lists={[listed([...DESK_KEYS, ...STEP_KEYS, ...REHEARSE_KEYS, ...PLAYING_KEYS, ...LESSON_KEYS]), MARKS]}
  />
)
