interface Kept<T> {
  from: readonly unknown[]
  value: T
}

/**
 * A pure function of an object and of what else it reads, which keeps its last answer for as long as somebody holds the object and all that
 * was read are the same objects, as they are where an edit touches something else.
 */
export function keptWhile<K extends object, T>(): (about: K, from: readonly unknown[], work: () => T) => T {
  const known = new WeakMap<K, Kept<T>>()
  return (about, from, work) => {
    const before = known.get(about)
    if (before?.from.length === from.length && before.from.every((one, i) => one === from[i]))
      return before.value
    const value = work()
    known.set(about, { from, value })
    return value
  }
}
