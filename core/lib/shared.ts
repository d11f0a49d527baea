/**
 * The later of two plain values (what JSON can say), with every part that says the same as the part in its place before being that very
 * object: who compares by identity sees what changed, and nothing else. Parts of a list are compared place by place.
 */
export function shared<T>(before: unknown, after: T): T {
  if (before === after || !isCompound(before) || !isCompound(after)) return after
  if (Array.isArray(before) !== Array.isArray(after)) return after
  const made = Array.isArray(after)
    ? after.map((part: unknown, i) => shared((before as unknown[])[i], part))
    : Object.fromEntries(Object.entries(after).map(([key, part]) => [key, shared(partOf(before, key), part)]))
  return (isSameThroughout(before, made) ? before : made) as T
}

const isCompound = (value: unknown): value is object => typeof value === 'object' && value !== null

const partOf = (value: object, key: string): unknown =>
  Object.hasOwn(value, key) ? (value as Record<string, unknown>)[key] : undefined

function isSameThroughout(before: object, after: object): boolean {
  const keys = Object.keys(after)
  return (
    keys.length === Object.keys(before).length &&
    keys.every(
      (key) => Object.hasOwn(before, key) && partOf(before, key) === (after as Record<string, unknown>)[key],
    )
  )
}
