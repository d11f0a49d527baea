import { inPool, ipText, subnetAround, takenAddresses } from '../../../network/addressing'
import type { Ip, Management, Site } from '../../../plan'
import type { Change } from '../types'
import type { Part } from './units'

const TEMPORARY = '/temp'

const managementOf = (part: Part | null): Management | null => (part?.value as Management | undefined) ?? null

/**
 * Devices that take over each other's addresses in a circle: the first by name goes to a free address for the while, so that no two ever
 * have the same. Without one that is free they stay as they are, and no order is safe.
 */
export function withTemporaryAddresses(present: Site, target: Site, changes: readonly Change[]): Change[] {
  const addresses = changes.flatMap((change) => {
    const { subject } = change
    if (subject.kind !== 'unit' || subject.unit !== 'address') return []
    const [from, to] = [managementOf(subject.from), managementOf(subject.to)]
    return from?.addressing === 'fixed' && to?.addressing === 'fixed' && from.ip !== to.ip
      ? [{ change, from, to }]
      : []
  })
  const circles = new Set<string>()
  const seen = new Set<string>()
  for (const { change } of [...addresses].sort((a, b) => a.change.id.localeCompare(b.change.id, 'en'))) {
    const circle: string[] = []
    let at = addresses.find((one) => one.change === change)
    while (at && !circle.includes(at.change.id)) {
      circle.push(at.change.id)
      const next: Ip | null = at.to.ip
      at = addresses.find(({ from }) => from.ip === next)
    }
    if (at?.change.id !== change.id || circle.some((id) => seen.has(id))) continue
    circle.forEach((id) => seen.add(id))
    circles.add(change.id)
  }
  const given = new Set<Ip>()
  return changes.flatMap((change) => {
    if (!circles.has(change.id)) return [change]
    const spare = spareFor(present, target, change, given)
    if (spare === null) return [change]
    given.add(spare)
    return halves(change, spare)
  })
}

/** A free address of both plans in the subnet that the device leaves; the same on the way back. */
function spareFor(present: Site, target: Site, { subject }: Change, given: ReadonlySet<Ip>): Ip | null {
  if (subject.kind !== 'unit') return null
  const [from, to] = [managementOf(subject.from), managementOf(subject.to)]
  if (!from?.ip || !to?.ip) return null
  const taken = new Set([...takenAddresses(present), ...takenAddresses(target), ...given])
  const pools = [present, target].flatMap(({ networks }) => networks.flatMap(({ pool }) => pool ?? []))
  const [subnet] = [from, to]
    .map(({ ip, prefixLength }) => subnetAround(ip ?? '', prefixLength ?? 24))
    .sort((a, b) => a.firstUsable - b.firstUsable)
  if (!subnet) return null
  // The highest is left to the laptop.
  let left = 1
  for (let n = subnet.lastUsable; n >= subnet.firstUsable; n--) {
    const ip = ipText(n)
    if (taken.has(ip) || pools.some((pool) => inPool(pool, ip))) continue
    if (left-- === 0) return ip
  }
  return null
}

function halves(change: Change, spare: Ip): Change[] {
  const { subject } = change
  if (subject.kind !== 'unit' || !subject.from) return [change]
  const middle: Part = { ...subject.from, value: { ...(subject.from.value as Management), ip: spare } }
  const words = `${spare}, for the while`
  const first: Change = {
    ...change,
    id: `${change.id}${TEMPORARY}`,
    subject: { ...subject, to: middle },
    what: 'its own address, for the while',
    becomes: words,
  }
  return [
    first,
    { ...change, subject: { ...subject, from: middle }, after: [...change.after, first.id], was: words },
  ]
}
