import type { Metadata } from 'next'
import '@fontsource-variable/source-sans-3/wght.css'
import '@fontsource/young-serif/400.css'
import '@fontsource/dejavu-sans/400.css'
import '@fontsource/noto-music/music-400.css'
import './globals.css'
import { ThemeProvider } from 'next-themes'
import { Toaster } from 'sonner'

export const metadata: Metadata = {
  title: { default: 'Even Seat', template: '%s · Even Seat' },
  description: 'String, finger and position of every note, for violin, viola, cello and bass together.',
}

export default function RootLayout({ children }: { children: React.ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <ThemeProvider attribute="class" defaultTheme="light" disableTransitionOnChange>
          {children}
          <Toaster
            position="bottom-left"
            toastOptions={{
              style: { fontFamily: 'var(--font-sans)', background: 'var(--sheet)', color: 'var(--ink)', border: '1px solid var(--rule)' },
            }}
          />
        </ThemeProvider>
      </body>
    </html>
  )
}
