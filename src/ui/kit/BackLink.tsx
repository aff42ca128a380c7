import { ArrowLeft } from 'lucide-react'
import Link from 'next/link'

/** The way back to the shelf, at the left of every bar. */
export function BackLink() {
  return (
    <Link href="/" aria-label="Back to the shelf" title="Back to the shelf" className="rounded p-1 hover:bg-wash">
      <ArrowLeft size={19} aria-hidden />
    </Link>
  )
}
