import { leadOn, type OldProps } from '../leadOn'

/** An address that no page has: one of an earlier Even Seat leads on, any other is not found. */
export default async function OldPage({ params, searchParams }: OldProps) {
  return leadOn((await params).old, await searchParams)
}
