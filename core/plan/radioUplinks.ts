import { NO_MESH, newAir } from './backhaul'
import type { AirUplink } from './backhaul'
import type { Edit } from './edits'
import type { Device, Id } from './types'

export interface UplinkChange {
  child: Device
  parent: Device
  part?: Partial<AirUplink>
}

/**
 * Sets uplinks of devices to others by radio and pins them there, with all that both need switched on. A device may be the child of one
 * and the parent of the next: it is written once.
 */
export function uplinkEdits(changes: readonly UplinkChange[]): Edit[] {
  const records = new Map<Id, Device>()
  for (const { child, parent, part } of changes) {
    const box = records.get(child.id) ?? child
    records.set(child.id, {
      ...box,
      air: {
        ...(box.air ?? newAir(parent.id)),
        ...part,
        deviceId: parent.id,
        way: 'mesh',
        ssidId: null,
        pinned: true,
      },
      mesh: { ...(box.mesh ?? NO_MESH), seeksParent: true },
    })
    const above = records.get(parent.id) ?? parent
    if (!above.mesh?.takesChildren)
      records.set(parent.id, { ...above, mesh: { ...(above.mesh ?? NO_MESH), takesChildren: true } })
  }
  return [...records.values()].map((record): Edit => ({ op: 'put', collection: 'devices', record }))
}
