/** What a reader passed over, counted by what and by measure, to be told to the teacher. */
export class LeftOut {
  private readonly counts = new Map<string, Map<string, number>>()

  /** Notes one more of a thing, in the singular ("ornament"), in a measure by its printed number. */
  add(what: string, measure: string, times = 1): void {
    const measures = this.counts.get(what) ?? new Map<string, number>()
    this.counts.set(what, measures.set(measure, (measures.get(measure) ?? 0) + times))
  }

  /** "left out: 2 ornaments in measure 7", one sentence a thing. */
  sentences(): string[] {
    return [...this.counts].map(([what, measures]) => {
      const total = [...measures.values()].reduce((a, b) => a + b, 0)
      const places = [...measures.keys()]
      const where = `measure${places.length === 1 ? '' : 's'} ${places.slice(0, 8).join(', ')}${places.length > 8 ? ' …' : ''}`
      return `left out: ${total} ${total === 1 ? what : plural(what)} in ${where}`
    })
  }
}

const plural = (what: string): string => (/(s|x|ch|sh)$/.test(what) ? `${what}es` : `${what}s`)
