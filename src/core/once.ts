/**
 * Derives something of a value the first time it is asked for. The result is kept on the value itself, unseen by copies,
 * comparisons and messages, and not in a WeakMap: a young collection takes what a WeakMap holds for alive, and a search that
 * makes and drops hundreds of maps spent a fifth of its time copying them. Of a frozen value it is derived each time.
 */
export function once<K extends object, V>(derive: (of: K) => V): (of: K) => V {
  const kept = keeper<V>()
  return (of) => {
    const known = kept.get(of)
    return known ? known.made : kept.set(of, undefined, derive(of))
  }
}

/** The same for what is derived of a value and of that to which it belongs: a line and its piece. The last is kept. */
export function onceIn<B extends object, K extends object, V>(derive: (by: B, of: K) => V): (by: B, of: K) => V {
  const kept = keeper<V>()
  return (by, of) => {
    const known = kept.get(of)
    return known?.by === by ? known.made : kept.set(of, by, derive(by, of))
  }
}

type Kept<V> = { readonly by: unknown; readonly made: V }

function keeper<V>() {
  const key = Symbol('derived once')
  return {
    get: (of: object): Kept<V> | undefined => (of as { [key]?: Kept<V> })[key],
    set: (of: object, by: unknown, made: V): V => {
      const value: Kept<V> = { by, made }
      if (Object.isExtensible(of)) Object.defineProperty(of, key, { value, writable: true, configurable: true, enumerable: false })
      return made
    },
  }
}
