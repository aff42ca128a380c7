import { FILES_IN_PACK, handOutQuery } from '@/api/handOut'
import { fileName } from '@/formats/fileName'
import { filesOf, packOf, type PackedSheets } from '@/jobs/pack'
import { now } from '@/store/clock'
import { getHead } from '@/store/pieces'
import { ofPiece, searchOf } from '../../../../../answer'
import { chosenSheets, NOTHING_CHOSEN } from '../chosen'

/** What is chosen in Hand out as a file for each pair of hands, packed: one after the other, as they are made. Whoever stops fetching stops the making. */
export const GET = ofPiece(async ({ request, db, klass, head }) => {
  const h = handOutQuery.parse(searchOf(request))
  const others = await Promise.all(h.and.filter((x) => x !== head.id).map((x) => getHead(db, klass.id, x)))
  const heads = [head, ...others.filter((x) => x !== null)]
  const made = now()
  const files: PackedSheets[] = []
  for (const [i, { id: piece, title }] of heads.entries()) {
    const chosen = await chosenSheets(db, request, klass, piece)
    if (!chosen) {
      // Of one piece alone there is nothing to pack; of several, nobody has this one.
      if (heads.length === 1) return new Response(NOTHING_CHOSEN, { status: 400 })
      continue
    }
    // A week is of all pieces at once: it stands with the first.
    const sheets = i === 0 ? chosen.sheets : chosen.sheets.filter((s) => s.what !== 'week')
    const folder = heads.length === 1 ? '' : `${`${i + 1}`.padStart(2, '0')} ${fileName(title)}/`
    files.push(...filesOf(klass.id, piece, { ...chosen, sheets }, h, made, folder))
  }
  if (files.length === 0) return new Response('Nobody has any of these pieces.', { status: 400 })
  const name = heads.length === 1 ? fileName(head.title) : `${fileName(head.title)} and ${heads.length - 1} more`
  return new Response(packOf(files, made), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${name}.zip`)}`,
      [FILES_IN_PACK]: `${files.length}`,
      'cache-control': 'no-store',
    },
  })
}, 'text')
