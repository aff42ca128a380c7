'use client'

import dynamic from 'next/dynamic'

/** Short words in the corner: loaded after the page, since nothing is said at first. */
const Toaster = dynamic(() => import('sonner').then((m) => m.Toaster), { ssr: false })

export const Toasts = () => (
  <Toaster
    position="bottom-left"
    toastOptions={{
      style: { fontFamily: 'var(--font-sans)', background: 'var(--sheet)', color: 'var(--ink)', border: '1px solid var(--rule)' },
    }}
  />
)
