import type { Metadata } from 'next'
import { headers } from 'next/headers'
import '@fontsource-variable/source-sans-3/wght.css'
import '@fontsource/young-serif/400.css'
import './faces.css'
import './globals.css'
import { ThemeProvider } from 'next-themes'
import { Toasts } from '@/ui/kit/Toasts'
import { FROM_DOOR } from '@/server/address'
import { sayInstruments } from '@/core/instruments/all'
import { SendUnsent } from '@/ui/session/SendUnsent'

export const metadata: Metadata = {
  title: { default: 'Even Seat', template: '%s · Even Seat' },
  description: `String, finger and position of every note, for ${sayInstruments()} together.`,
}

export default async function RootLayout({ children }: { children: React.ReactNode }) {
  // Every page is made for its own request: the nonce that its scripts carry is of one answer only.
  const nonce = (await headers()).get(FROM_DOOR.nonce) ?? undefined
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <ThemeProvider attribute="class" defaultTheme="light" disableTransitionOnChange nonce={nonce}>
          {children}
          <SendUnsent />
          <Toasts />
        </ThemeProvider>
      </body>
    </html>
  )
}
