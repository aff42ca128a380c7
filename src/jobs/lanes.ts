/** What somebody waits for, and what can wait: a drawing that comes when there is room, the file of a whole class. */
export type Lane = 'now' | 'later'

/** A task that waits for its turn: in which lane, and who asked for it. */
export type LaneTurn = { readonly lane: Lane; readonly who: string }

/** Threads of a kind: how many tasks they have between them, and in which lanes. */
export type LanePlace = { readonly name: string; readonly holds: Readonly<Record<Lane, number>> }

/** How many tasks wait in a lane at the most; who comes after them is told to come again. */
const MOST_WAITING: Readonly<Record<Lane, number>> = { now: 240, later: 400 }

/**
 * Who comes next, where. What somebody waits for comes before what can wait, and has threads that nothing else is ever put
 * on. Within a lane all who ask take turns, one task each, however many one of them has asked for. Bounded: a lane that is
 * full takes no more. It knows no thread and no clock.
 */
export class Lanes<T extends LaneTurn> {
  private readonly waiting: Readonly<Record<Lane, Map<string, T[]>>> = { now: new Map(), later: new Map() }
  private readonly running = new Map<T, LanePlace>()

  /** `places` in the order in which a task is put to them. */
  constructor(
    private readonly places: readonly LanePlace[],
    private readonly most = MOST_WAITING,
  ) {}

  /** Lets a task wait; false: its lane is full. */
  add(task: T): boolean {
    if (this.waits(task.lane) >= this.most[task.lane]) return false
    const lane = this.waiting[task.lane]
    lane.set(task.who, [...(lane.get(task.who) ?? []), task])
    return true
  }

  /** Takes a task back that has not begun; false: it has, or was not here. */
  takeBack(task: T): boolean {
    const own = this.waiting[task.lane].get(task.who) ?? []
    if (!own.includes(task)) return false
    this.put(
      task,
      own.filter((t) => t !== task),
    )
    return true
  }

  /** The next task that may begin, and where; null while there is none. It counts as begun. */
  next(): { readonly task: T; readonly place: LanePlace } | null {
    for (const lane of ['now', 'later'] as const) {
      const [first] = this.waiting[lane].values()
      const place = first && this.places.find((p) => this.at(p, lane) < p.holds[lane])
      if (!first || !place) continue
      const [task, ...rest] = first
      // Who had their turn goes to the end of the row.
      this.waiting[lane].delete(task.who)
      this.put(task, rest)
      this.running.set(task, place)
      return { task, place }
    }
    return null
  }

  /** A task has ended. */
  end(task: T): void {
    this.running.delete(task)
  }

  /** How many wait in a lane. */
  waits(lane: Lane): number {
    return [...this.waiting[lane].values()].reduce((n, own) => n + own.length, 0)
  }

  /** How many are under way. */
  get underWay(): number {
    return this.running.size
  }

  private put({ lane, who }: LaneTurn, own: T[]): void {
    if (own.length === 0) this.waiting[lane].delete(who)
    else this.waiting[lane].set(who, own)
  }

  private at(place: LanePlace, lane: Lane): number {
    return [...this.running].filter(([t, p]) => p === place && t.lane === lane).length
  }
}
