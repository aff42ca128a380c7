'use client'

import { Check, Copy } from 'lucide-react'
import { useState } from 'react'
import { Button } from './Button'

/** How long it says that it has copied, in milliseconds. */
const SAID = 2000

/** Puts a text on the clipboard, and says so, or that it was not let. */
export function CopyButton({ text, name = 'Copy' }: { text: () => string; name?: string }) {
  const [said, setSaid] = useState<'copied' | 'not allowed' | null>(null)
  const copy = async () => {
    const done = await navigator.clipboard.writeText(text()).then(
      () => 'copied' as const,
      () => 'not allowed' as const,
    )
    setSaid(done)
    setTimeout(() => setSaid(null), SAID)
  }
  return (
    <Button onClick={() => void copy()}>
      {said === 'copied' ? <Check size={15} aria-hidden /> : <Copy size={15} aria-hidden />}{' '}
      {said === 'copied' ? 'Copied' : said === 'not allowed' ? 'The browser does not allow it' : name}
    </Button>
  )
}
