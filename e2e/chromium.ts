import { existsSync } from 'node:fs'

/** Debian's Chromium without a window where it is there (it draws about a fifth faster), else the whole one; `CHROMIUM` names another. */
export const CHROMIUM =
  process.env.CHROMIUM ?? ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find((file) => existsSync(file)) ?? '/usr/bin/chromium'
