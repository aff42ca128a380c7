const HOUR = 3_600_000
const DAY = 24 * HOUR
const WEEK = 7 * DAY

/** A saved version, for deciding whether it stays. */
type Aged = { readonly version: number; readonly savedAt: number; readonly name: string | null }

/**
 * Which versions can go: of the last day all stay, then the last of every hour for a week, of every day for ten weeks, of
 * every week for good. The first, the last and those with a name always stay. By the clock of the world, so that a machine
 * that travels loses nothing.
 */
export function versionsToDrop(versions: readonly Aged[], now: number): number[] {
  const ordered = [...versions].sort((a, b) => a.version - b.version)
  const span = (age: number): number | null => (age < DAY ? null : age < WEEK ? HOUR : age < 10 * WEEK ? DAY : WEEK)
  const slot = (v: Aged): string | null => {
    const every = span(now - v.savedAt)
    return every === null ? null : `${every}/${Math.floor(v.savedAt / every)}`
  }
  return ordered.flatMap((v, i) => {
    const next = ordered[i + 1]
    if (i === 0 || !next || v.name !== null) return []
    const mine = slot(v)
    return mine !== null && mine === slot(next) ? [v.version] : []
  })
}
