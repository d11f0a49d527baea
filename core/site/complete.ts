import { bareDevice } from './defaults'
import type { AnyRecord, Collection, Device } from './types'

/** Fields that records stored by an earlier version lack. */
const MISSING: Partial<Record<Collection, object>> = {
  networks: { relayed: false, announcedControllerId: null, announcedBy: '138' },
  profiles: { radius: null },
  ssids: { groupIds: null, isolated: false },
}

/** The record with every field of today; what it has stays. */
export function completeRecord(collection: Collection, record: AnyRecord): AnyRecord {
  if (collection === 'devices') {
    const device = record as Device
    return { ...bareDevice(device.id, device.name, device.kind), ...device }
  }
  return { ...MISSING[collection], ...record }
}
