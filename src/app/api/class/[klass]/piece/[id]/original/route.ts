import { getOriginal } from '@/store/originals'
import { gone, ofPiece } from '../../../../../answer'
import { attachment } from '../../../../../attachment'

/** The file that a piece came in, as it came. */
export const GET = ofPiece(async ({ db, head }) => {
  const original = head.originalId === null ? null : await getOriginal(db, head.originalId)
  return original ? attachment(original.name, original.bytes) : gone('That file doesn’t exist.', 'text')
}, 'text')
