/** Items by key, in their order. */
export function grouped<T, K>(items: readonly T[], key: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>()
  for (const item of items) {
    const at = key(item)
    const group = groups.get(at)
    if (group) group.push(item)
    else groups.set(at, [item])
  }
  return groups
}
