'use client'

import { Moon, Sun } from 'lucide-react'
import { useTheme } from 'next-themes'
import { Hint } from './Hint'
import { Button } from './Button'

/** Paper for the desk, slate for the projector. */
export function ThemeButton() {
  const { resolvedTheme, setTheme } = useTheme()
  return (
    <Hint text="Light or dark (projector)">
      <Button kind="quiet" aria-label="Light or dark" onClick={() => setTheme(resolvedTheme === 'dark' ? 'light' : 'dark')}>
        <Sun size={18} className="hidden dark:block" aria-hidden />
        <Moon size={18} className="dark:hidden" aria-hidden />
      </Button>
    </Hint>
  )
}
