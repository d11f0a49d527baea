import { newDevice } from './defaults'
import type { Edit } from './edits'
import { STARTER_TYPES } from './starterTypes'
import type { DeviceType, Id, Site } from './types'

/** The base with the first number that nobody has, names compared in lower case. */
export function numberedName(base: string, taken: ReadonlySet<string>): string {
  let n = 1
  while (taken.has(`${base} ${n}`.toLowerCase())) n++
  return `${base} ${n}`
}

/** Types to choose from: the site's own first, then those kept elsewhere and the usual ones, each once. */
export function typesAtHand(site: Site, kept: readonly DeviceType[] = []): DeviceType[] {
  const first = new Map<Id, DeviceType>()
  for (const type of [...site.deviceTypes, ...kept, ...STARTER_TYPES])
    if (!first.has(type.id)) first.set(type.id, type)
  return [...first.values()]
}

/** So many devices of each type, named by its first words and a number; types that the site lacks come along. */
export function gearEdits(
  site: Site,
  wanted: readonly { type: DeviceType; count: number }[],
  newId: () => Id,
): Edit[] {
  const gear = site.networks.find(({ purpose }) => purpose === 'management')
  const taken = new Set(site.devices.map(({ name }) => name.toLowerCase()))
  const known = new Set(site.deviceTypes.map(({ id }) => id))
  return wanted.flatMap(({ type, count }) => {
    const brought: Edit[] = known.has(type.id) ? [] : [{ op: 'put', collection: 'deviceTypes', record: type }]
    known.add(type.id)
    const devices = Array.from({ length: count }, (): Edit => {
      const name = numberedName(type.name.split(',')[0] ?? type.name, taken)
      taken.add(name.toLowerCase())
      const fresh = newDevice(newId(), name, type, gear?.vlanId)
      const record = { ...fresh, management: { ...fresh.management, networkId: gear?.id ?? null } }
      return { op: 'put', collection: 'devices', record }
    })
    return [...brought, ...devices]
  })
}
