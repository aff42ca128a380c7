import { stretchOf } from './chunks'
import type { Done, Learning } from './dayPlan'

/**
 * What was done of a piece, for its chunks as they are cut now: for a seat it is cut otherwise than for the class, and after
 * a change otherwise than before. A chunk of which nothing was recorded by itself counts as done on each day by which every
 * measure of it had been met in something else: as clean, as fast and with as many slips as the worst of them.
 */
export function carriedTo({ id, chunks }: Pick<Learning, 'id' | 'chunks'>, done: readonly Done[]): Done[] {
  const own = done.filter((d) => d.piece === id)
  const recorded = new Set(own.map((d) => d.chunk))
  const days = [...new Set(own.map((d) => d.day))].sort()
  const out = [...own]
  for (const chunk of chunks.filter((x) => x.kind === 'chunk' && !recorded.has(x.id))) {
    const last = new Map<number, Done>()
    for (const day of days) {
      let touched = false
      for (const d of own.filter((x) => x.day === day)) {
        const stretch = stretchOf(d.chunk)
        for (let i = chunk.from; stretch && i <= chunk.to; i++)
          if (i >= stretch.from && i <= stretch.to) {
            last.set(i, d)
            touched = true
          }
      }
      if (!touched || last.size <= chunk.to - chunk.from) continue
      const all = [...last.values()]
      const tempi = all.flatMap((d) => (d.tempo === null ? [] : [d.tempo]))
      out.push({
        day,
        piece: id,
        chunk: chunk.id,
        clean: Math.min(...all.map((d) => d.clean)),
        slips: Math.max(...all.map((d) => d.slips)),
        tempo: tempi.length ? Math.min(...tempi) : null,
      })
    }
  }
  return out
}
