'use client'

import { Check, Copy } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { Button } from './Button'

/** How long it says that it has copied, in milliseconds. */
const SAID = 2000

/** Copies by way of a field, as pages did before there was a clipboard to ask: over plain http there is none. */
function copiedByField(text: string): boolean {
  const field = document.createElement('textarea')
  field.value = text
  field.style.cssText = 'position:fixed;opacity:0'
  const before = document.activeElement as HTMLElement | null
  document.body.append(field)
  field.select()
  try {
    return document.execCommand('copy')
  } catch {
    return false
  } finally {
    field.remove()
    before?.focus()
  }
}

async function copied(text: string): Promise<boolean> {
  const clipboard = (navigator as { clipboard?: Clipboard }).clipboard
  if (!clipboard) return copiedByField(text)
  return clipboard.writeText(text).then(
    () => true,
    () => copiedByField(text),
  )
}

/** Puts a text on the clipboard, and says so; where the browser lets nobody, the text is there to be taken by hand. */
export function CopyButton({ text, name = 'Copy' }: { text: () => string; name?: string }) {
  const [said, setSaid] = useState(false)
  const [byHand, setByHand] = useState<string | null>(null)
  const copy = async () => {
    const wanted = text()
    const done = await copied(wanted)
    setByHand(done ? null : wanted)
    setSaid(done)
    if (done) setTimeout(() => setSaid(false), SAID)
  }
  return (
    <>
      <Button onClick={() => void copy()}>
        {said ? <Check size={15} aria-hidden /> : <Copy size={15} aria-hidden />} {said ? 'Copied' : name}
      </Button>
      {byHand !== null && <ByHand text={byHand} />}
    </>
  )
}

/** The text, picked and ready for the keys that copy. */
function ByHand({ text }: { text: string }) {
  const field = useRef<HTMLTextAreaElement>(null)
  useEffect(() => field.current?.select(), [text])
  return (
    <label className="block w-full text-fine text-soft">
      This browser doesn’t let a page copy. The text is selected: press Ctrl C.
      <textarea
        ref={field}
        readOnly
        value={text}
        rows={4}
        className="mt-1 w-full rounded border border-rule bg-sheet p-1 text-sm text-ink"
      />
    </label>
  )
}
