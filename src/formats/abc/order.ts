import type { FoundLine, FoundMeasure } from '../assemble'

/** Where a part of the tune begins: its letter and the index of its first measure. */
export type PartStart = { readonly label: string; readonly from: number }

/** The parts in the order of a P: field: "A2(BC)3" as A A B C B C B C; null when it is none. */
export function playedOrder(field: string): string[] | null {
  const text = field.replace(/[.\s]/g, '')
  let at = 0
  const times = (): number => {
    const digits = /^\d*/.exec(text.slice(at))![0]
    at += digits.length
    return digits ? Math.min(9, Number(digits)) : 1
  }
  const run = (): string[] | null => {
    const out: string[] = []
    while (at < text.length && text[at] !== ')') {
      let group: string[] | null
      if (text[at] === '(') {
        at++
        group = run()
        if (text[at] !== ')') return null
        at++
      } else {
        group = /[A-Za-z]/.test(text[at]) ? [text[at]] : null
        at++
      }
      if (!group) return null
      const n = times()
      for (let i = 0; i < n && out.length < 200; i++) out.push(...group)
    }
    return out
  }
  const order = run()
  return order && at >= text.length && order.length > 0 ? order : null
}

/** A line with its parts written out in the order in which they are played; null when a part of the order is not in it. */
export function inOrder(line: FoundLine, starts: readonly PartStart[], order: readonly string[]): FoundLine | null {
  const parts = new Map<string, readonly FoundMeasure[]>(
    starts.map((s, i) => [s.label, line.measures.slice(s.from, starts[i + 1]?.from ?? line.measures.length)]),
  )
  if (order.some((label) => !parts.has(label))) return null
  const measures: FoundMeasure[] = []
  const slurs: FoundLine['slurs'][number][] = []
  order.forEach((label, turn) => {
    const id = (event: string) => (turn === 0 ? event : `${event}x${turn}`)
    const part = parts.get(label)!
    const ids = new Set(part.flatMap((m) => m.events.map((e) => e.id)))
    measures.push(...part.map((m) => ({ ...m, events: m.events.map((e) => ({ ...e, id: id(e.id) })) })))
    slurs.push(...line.slurs.filter((s) => ids.has(s.from) && ids.has(s.to)).map((s) => ({ from: id(s.from), to: id(s.to) })))
  })
  return { ...line, measures, slurs }
}
