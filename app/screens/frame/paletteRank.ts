/**
 * How well an entry fits what is typed: it begins with it, one of its words does, or it stands in it. 0 leaves it out.
 */
export function paletteRank(label: string, typed: string): number {
  const [name, wanted] = [label.toLowerCase(), typed.trim().toLowerCase()]
  if (wanted === '') return 1
  if (name.startsWith(wanted)) return 1
  if (name.split(/[^\p{L}\p{N}]+/u).some((word) => word.startsWith(wanted))) return 0.8
  return name.includes(wanted) ? 0.5 : 0
}
