import { format } from 'date-fns'
import { fileName } from '@/formats/fileName'
import { getHandout } from '@/store/handouts'
import { gone, ofRow } from '../../../../../answer'
import { attachment } from '../../../../../attachment'

const NONE = 'That print doesn’t exist any more.'

/** A hand-out as it was printed, byte for byte. */
export const GET = ofRow(
  async ({ db, klass, id }) => {
    const kept = await getHandout(db, klass.id, id)
    if (!kept) return gone(NONE, 'text')
    return attachment(`${fileName(kept.title)}, ${format(kept.made_at, 'yyyy-MM-dd')}.pdf`, kept.bytes, 'application/pdf')
  },
  NONE,
  'text',
)
