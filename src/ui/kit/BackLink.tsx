'use client'

import { ArrowLeft } from 'lucide-react'
import Link from 'next/link'
import { classPage } from '@/api/address'
import { useClassId } from './InClass'

type Props = { href?: string; says?: string }

/** The way back, to the shelf or to where `href` says, at the left of every bar. */
export function BackLink({ href, says = 'Back to the shelf' }: Props) {
  const of = useClassId()
  return (
    <Link
      href={href ?? (of ? classPage(of, 'pieces') : '/')}
      aria-label={says}
      title={says}
      className="tap inline-flex items-center justify-center rounded p-1 hover:bg-wash"
    >
      <ArrowLeft size={19} aria-hidden />
    </Link>
  )
}
