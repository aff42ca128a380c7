import { drawingsQuery, type DrawingsReply } from '@/api/shelf'
import { drawnOf } from '@/app/shelf'
import { fresh, inClass, searchOf } from '../../../../answer'

/** The small drawings of pieces of the shelf, as far as they are made; the others come later. */
export const GET = inClass(async ({ request, klass }) => {
  const { ids } = drawingsQuery.parse(searchOf(request))
  return fresh({ drawings: await drawnOf(klass, ids) } satisfies DrawingsReply)
})
