import { redirect } from 'next/navigation'
import { piecePage } from '@/api/address'
import { loadHead, type PieceParams } from '../stored'

/** A piece by itself leads to its fingering. */
export default async function PiecePage({ params }: { params: PieceParams }) {
  const { of, id } = await loadHead(params)
  redirect(piecePage(of.id, id))
}
