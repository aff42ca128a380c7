import type { z } from 'zod/mini'

type Path = readonly PropertyKey[]
type Holder = Record<PropertyKey, unknown>

const at = (value: unknown, path: Path): unknown =>
  path.reduce<unknown>((v, k) => (typeof v === 'object' && v !== null ? (v as Holder)[k] : undefined), value)

/** How often one value is mended at the most: each time every issue that is found is met. */
const ROUNDS = 12

/**
 * A stored value as its schema has it today: what is no longer known (a setting that was taken away, a kind that has another
 * name now) is replaced by what `fallback` has there, else dropped; everything else stays. Null when nothing helps.
 */
export function mended<S extends z.ZodMiniType>(schema: S, value: unknown, fallback: unknown): z.output<S> | null {
  const copy = structuredClone(value)
  const tried = new Map<string, number>()
  for (let round = 0; round < ROUNDS; round++) {
    const parsed = schema.safeParse(copy)
    if (parsed.success) return parsed.data
    // From the end: places in a list before the one that is dropped stay what they are.
    for (const issue of [...parsed.error.issues].reverse()) {
      // Keys that are not known (any more): they alone go.
      const paths = issue.code === 'unrecognized_keys' ? issue.keys.map((key) => [...issue.path, key]) : [issue.path]
      for (const path of paths) if (!heal(copy, path, fallback, tried)) return null
    }
  }
  return null
}

/** Replaces, then drops what stands at a path, then what holds it; false when that would be the whole value. */
function heal(value: unknown, path: Path, fallback: unknown, tried: Map<string, number>): boolean {
  for (let length = path.length; length > 0; length--) {
    const [here, key] = [path.slice(0, length), path[length - 1]]
    const holder = at(value, here.slice(0, -1))
    if (typeof holder !== 'object' || holder === null) continue
    const name = here.map(String).join('/')
    const times = tried.get(name) ?? 0
    tried.set(name, times + 1)
    const better = at(fallback, here)
    if (times === 0 && better !== undefined) (holder as Holder)[key] = structuredClone(better)
    else if (times <= 1 && Array.isArray(holder) && typeof key === 'number') {
      holder.splice(key, 1)
      // The places after it have moved: what was tried there says nothing now.
      tried.delete(name)
    } else if (times <= 1 && key in holder && better === undefined) Reflect.deleteProperty(holder, key)
    else continue
    return true
  }
  return false
}
