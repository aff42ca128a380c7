import { redirect } from 'next/navigation'
import { piecePage } from '@/api/address'
import { queryIn, type Query } from '@/app/leadOn'
import { loadHead, type PieceParams } from '../stored'

/** A piece by itself leads to its fingering. */
export default async function PiecePage({ params, searchParams }: { params: PieceParams; searchParams: Promise<Query> }) {
  const { of, id } = await loadHead(params)
  redirect(piecePage(of.id, id) + queryIn(await searchParams))
}
