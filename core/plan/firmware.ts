/** Compares dotted versions number by number: negative when a is older. Missing parts count as 0. */
export function compareFirmware(a: string, b: string): number {
  const [left, right] = [a, b].map((text) => text.split('.').map((part) => Number.parseInt(part, 10) || 0))
  const length = Math.max(left?.length ?? 0, right?.length ?? 0)
  for (let i = 0; i < length; i++) {
    const difference = (left?.[i] ?? 0) - (right?.[i] ?? 0)
    if (difference !== 0) return difference
  }
  return 0
}

export const isOlder = (have: string | null, want: string | null): boolean =>
  have !== null && want !== null && compareFirmware(have, want) < 0
