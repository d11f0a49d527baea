import type { Edit } from './edits'
import type { Device, LinkEnd, Port, Site, VlanId } from './types'

/** What is changed on many ports at once; what is left out stays as it is. */
export interface BulkChange {
  mode?: Port['mode']
  nativeVlan?: VlanId | null
  addTagged: VlanId[]
  removeTagged: VlanId[]
  poe?: boolean
  speedMbps?: number | null
}

/** One port after the change. A VLAN is never native and tagged; an access port carries no tags. */
export function bulkChanged(port: Port, change: BulkChange): Port {
  const mode = change.mode ?? port.mode
  const nativeVlan = change.nativeVlan === undefined ? port.nativeVlan : change.nativeVlan
  const tagged = new Set([...port.taggedVlans, ...change.addTagged])
  for (const vlanId of change.removeTagged) tagged.delete(vlanId)
  if (nativeVlan !== null) tagged.delete(nativeVlan)
  return {
    ...port,
    mode,
    nativeVlan,
    taggedVlans: mode === 'trunk' ? [...tagged].sort((a, b) => a - b) : [],
    admit: mode === port.mode ? port.admit : mode === 'trunk' ? 'all' : 'untaggedOnly',
    poe: change.poe ?? port.poe,
    speedMbps: change.speedMbps === undefined ? port.speedMbps : change.speedMbps,
  }
}

/** The edits that change those ports; ports that stay as they are give none. */
export function bulkEdits(site: Site, ends: LinkEnd[], change: BulkChange): Edit[] {
  const byDevice = new Map<string, Device>(site.devices.map((device) => [device.id, device]))
  return ends.flatMap(({ deviceId, port: number }) => {
    const port = byDevice.get(deviceId)?.ports.find((candidate) => candidate.number === number)
    if (!port) return []
    const next = bulkChanged(port, change)
    return JSON.stringify(next) === JSON.stringify(port)
      ? []
      : [{ op: 'port' as const, deviceId, port: next }]
  })
}
