import { createHash } from 'node:crypto'

/** What was made, by what it was made of: made once while it is asked for again and again. What was not asked for the longest goes first. */
export class Kept<T> {
  private readonly made = new Map<string, T>()

  constructor(private readonly most: number) {}

  /** What was made of something, or what `make` makes of it now. */
  of(from: unknown, make: () => T): T {
    const key = createHash('sha256').update(JSON.stringify(from)).digest('base64')
    const value = this.made.has(key) ? this.made.get(key)! : make()
    // What was asked for last goes last.
    this.made.delete(key)
    this.made.set(key, value)
    if (this.made.size > this.most) this.made.delete(this.made.keys().next().value!)
    return value
  }
}
