'use client'

import { useRouter } from 'next/navigation'
import { useEffect } from 'react'
import { piecePage } from '@/api/address'
import { BringPanel } from './BringPanel'
import { bringing, onAdded } from './bringing'

/** What was brought in this window, on the shelf of a class; a lone piece that was added to it is opened. */
export function Brought({ of }: { of: string }) {
  const router = useRouter()
  useEffect(() => onAdded((to, only) => (only && to === of ? router.push(piecePage(of, only)) : router.refresh())), [router, of])
  return <BringPanel store={bringing} />
}
