/** More than any plan holds; then the memory starts afresh. */
const MOST = 20_000

/** A pure function of a text, which remembers its answers. */
export function remembered<T>(work: (text: string) => T): (text: string) => T {
  const known = new Map<string, { value: T }>()
  return (text) => {
    const made = known.get(text) ?? { value: work(text) }
    if (known.size >= MOST) known.clear()
    known.set(text, made)
    return made.value
  }
}
