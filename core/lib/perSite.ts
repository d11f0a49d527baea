/** A pure function of a plan and a word, which keeps its answers for as long as somebody holds the plan: a plan is a value. */
export function perSite<S extends object, K extends string, T>(
  work: (site: S, key: K) => T,
): (site: S, key: K) => T {
  const known = new WeakMap<S, Map<K, T>>()
  return (site, key) => {
    let made = known.get(site)
    if (!made) known.set(site, (made = new Map()))
    if (!made.has(key)) made.set(key, work(site, key))
    return made.get(key) as T
  }
}
