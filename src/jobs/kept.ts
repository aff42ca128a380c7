/** What was made, by what it was made of: made once while it is asked for again and again. What was not asked for the longest goes first. */
export class Kept<T> {
  private readonly made = new Map<string, T>()

  constructor(private readonly most: number) {}

  /** What was made under a name, or what `make` makes now. The name says all that it depends on: class, piece and their versions. */
  of(name: string, make: () => T): T {
    const value = this.made.has(name) ? this.made.get(name)! : make()
    // What was asked for last goes last.
    this.made.delete(name)
    this.made.set(name, value)
    if (this.made.size > this.most) this.made.delete(this.made.keys().next().value!)
    return value
  }

  /** Forgets one: it could not be made after all. */
  drop(name: string): void {
    this.made.delete(name)
  }
}
