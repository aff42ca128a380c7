import { NextResponse, type NextRequest } from 'next/server'
import { errand } from '@/jobs/errands'
import { answering } from '../../answer'

/** How a long task stands. */
export const GET = answering(async (_: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const found = errand((await context.params).id)
  return found
    ? NextResponse.json(found, { headers: { 'cache-control': 'no-store' } })
    : NextResponse.json({ state: 'failed', problem: 'This is gone. Start again.' }, { status: 404 })
})
