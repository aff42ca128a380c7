'use client'

import { Moon, Sun } from 'lucide-react'
import { useTheme } from 'next-themes'
import { Hint } from './Hint'
import { Button } from './Button'

/** Paper for the desk, slate for the projector. */
export function ThemeButton({ says = 'Light or dark', hint = 'Light or dark (projector)' }: { says?: string; hint?: string }) {
  const { resolvedTheme, setTheme } = useTheme()
  return (
    <Hint text={hint}>
      <Button kind="quiet" aria-label={says} onClick={() => setTheme(resolvedTheme === 'dark' ? 'light' : 'dark')}>
        <Sun size={18} className="hidden dark:block" aria-hidden />
        <Moon size={18} className="dark:hidden" aria-hidden />
      </Button>
    </Hint>
  )
}
