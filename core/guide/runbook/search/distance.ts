import type { Id, Site } from '../../../plan'

/** How many cables and radio links lie between one device and every other; what is not joined is farthest. */
export function distancesFrom(site: Site, deviceId: Id): (id: Id) => number {
  const next = new Map<Id, Id[]>()
  const join = (a: Id, b: Id) => next.set(a, [...(next.get(a) ?? []), b])
  for (const [a, b] of [
    ...site.links.map((link) => [link.a.deviceId, link.b.deviceId] as const),
    ...site.devices.flatMap(({ id, air }) => (air ? [[id, air.deviceId] as const] : [])),
  ]) {
    join(a, b)
    join(b, a)
  }
  const steps = new Map<Id, number>([[deviceId, 0]])
  for (const [id, far] of steps)
    for (const other of next.get(id) ?? []) if (!steps.has(other)) steps.set(other, far + 1)
  return (id) => steps.get(id) ?? Number.MAX_SAFE_INTEGER
}
