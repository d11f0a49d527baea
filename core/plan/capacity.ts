import type { CapacityRow } from './carton'
import { accessPoints, typeOf } from './lookups'
import { expectedClientsOf } from './expectedClients'
import type { Device, Site } from './types'

/** What a controller has to carry, and the row of its type's sizes that does. */
export type Capacity =
  | { kind: 'unsized'; accessPoints: number; clients: number }
  | { kind: 'beyond'; accessPoints: number; clients: number; largest: CapacityRow }
  | { kind: 'sized'; accessPoints: number; clients: number; row: CapacityRow }

/**
 * The smallest size that carries the access points meant for a controller and their share of the site's clients, by heads of access
 * points; the gear itself is nobody's client. Sizes are the type's own figures. Common practice, no source.
 */
export function capacityNeeded(site: Site, controller: Device): Capacity {
  const all = accessPoints(site)
  const mine = all.filter(({ adoption }) => adoption?.controllerId === controller.id).length
  const onSite = site.networks
    .filter(({ purpose }) => purpose !== 'management')
    .reduce((sum, network) => sum + expectedClientsOf(site, network).counted.value, 0)
  const clients = all.length === 0 ? 0 : Math.ceil((onSite * mine) / all.length)
  const need = { accessPoints: mine, clients }
  const rows = typeOf(site, controller)?.capacity ?? []
  const largest = rows.at(-1)
  if (!largest) return { kind: 'unsized', ...need }
  const row = rows.find((one) => one.accessPoints >= mine && one.clients >= clients)
  return row ? { kind: 'sized', ...need, row } : { kind: 'beyond', ...need, largest }
}

/** Rows must grow: one that asks for less than the one before it is a slip of the pen. Null where they do. */
export function capacityFault(rows: readonly CapacityRow[]): { index: number; says: string } | null {
  for (const [i, row] of rows.entries()) {
    const before = rows[i - 1]
    if (!before) continue
    if (row.accessPoints <= before.accessPoints)
      return {
        index: i,
        says: `Row ${i + 1} is for ${row.accessPoints} access points, and the row before it for ${before.accessPoints}. Sizes go from small to large.`,
      }
    if (row.clients < before.clients || row.vcpus < before.vcpus || row.memoryGb < before.memoryGb)
      return {
        index: i,
        says: `Row ${i + 1} carries more access points than the row before it and asks for less besides. Check its figures.`,
      }
  }
  return null
}
