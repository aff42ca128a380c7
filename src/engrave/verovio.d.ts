import 'verovio/esm'

/** What the package exports and its own types leave out (6.x, `dist/verovio.mjs`). */
declare module 'verovio/esm' {
  export const LOG_ERROR: number
  export function enableLog(level: number, module: unknown): void
}
