/** Changes one leaf of a tree to something of another shape. */
export function mutated(data: unknown, random: () => number): unknown {
  const odd = [null, 0, -1, 4095, 1.5, '', 'x', '10.0.0.0/33', '300.1.1.1', true, [], {}, 'a'.repeat(5000)]
  if (typeof data !== 'object' || data === null || random() < 0.04)
    return odd[Math.floor(random() * odd.length)]
  const keys = Object.keys(data)
  const key = keys[Math.floor(random() * keys.length)]
  if (key === undefined) return { stranger: 1 }
  const copy = (Array.isArray(data) ? [...(data as unknown[])] : { ...data }) as Record<string, unknown>
  if (random() < 0.05 && !Array.isArray(data)) delete copy[key]
  else copy[key] = mutated(copy[key], random)
  return copy
}
