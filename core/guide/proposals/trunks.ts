import { cablePath, interfaceIn, samePlace, socketNumber, vlanNeeds } from '../../network/layer2'
import type { Fabric, Place } from '../../network/layer2'
import type { Twin } from '../../network/layer3'
import { endKey, isSetByPort, kindOf, neighbourAt, portName, roleOf, vlanName, wanOf } from '../../plan'
import type { Device, Edit, Id, LinkEnd, Network, Port, Site, VlanId } from '../../plan'
import type { Proposal, Reason } from './types'

/**
 * Every trunk carries what somebody behind it needs, and no more: from each place a client can attach, and from each
 * device's own management, the VLAN is wanted on every port up to the router (or server) of its network, or up to the other clients where there is neither.
 */
export function proposeTrunks(twin: Twin): Proposal {
  const { site } = twin
  const needed = neededVlans(twin)
  const edits: Edit[] = []
  const reasons: Reason[] = []
  for (const device of site.devices.filter(isSetByPort))
    for (const port of device.ports) {
      const end = { deviceId: device.id, port: port.number }
      const next = carrying(site, device, port, end, needed.get(endKey(end)) ?? new Set())
      if (!next || JSON.stringify(next) === JSON.stringify(port)) continue
      edits.push({ op: 'port', deviceId: device.id, port: next })
      reasons.push({ about: portName(site, end), says: difference(site, port, next) })
    }
  return { label: 'Every trunk carries what it must, and no more', edits, reasons }
}

/** Ports between bridges only, by cable or by a pair of radios: what a client's socket carries is the installer's word. */
const isBridge = (device: Device): boolean =>
  kindOf(device).wireVlans !== null || roleOf(device) === 'bridgeEnd'

function carrying(site: Site, device: Device, port: Port, end: LinkEnd, needed: Set<VlanId>): Port | null {
  const neighbour = neighbourAt(site, end)?.device
  if (!neighbour || !isBridge(neighbour) || wanOf(device)?.port === port.number) return null
  const tagged = [...needed].filter((vlanId) => vlanId !== port.nativeVlan).sort((a, b) => a - b)
  if (tagged.length === 0 && port.mode === 'access') return null
  return {
    ...port,
    mode: 'trunk',
    taggedVlans: tagged,
    admit: port.admit === 'untaggedOnly' ? 'all' : port.admit,
  }
}

function difference(site: Site, before: Port, after: Port): string {
  const had = before.mode === 'trunk' ? before.taggedVlans : []
  const names = (list: VlanId[]) => list.map((vlanId) => vlanName(site, vlanId)).join(', ')
  const added = after.taggedVlans.filter((vlanId) => !had.includes(vlanId))
  const taken = had.filter((vlanId) => !after.taggedVlans.includes(vlanId))
  return [
    before.mode === 'access' ? 'Becomes a trunk.' : null,
    added.length > 0 ? `Adds ${names(added)}: somebody behind it needs it.` : null,
    taken.length > 0 ? `Takes out ${names(taken)}: nobody behind it needs it.` : null,
  ]
    .filter((part) => part !== null)
    .join(' ')
}

function neededVlans({ fabric }: Twin): Map<string, Set<VlanId>> {
  const needed = new Map<string, Set<VlanId>>()
  const want = (deviceId: Id, number: number, vlanId: VlanId) => {
    const key = endKey({ deviceId, port: number })
    needed.set(key, (needed.get(key) ?? new Set()).add(vlanId))
  }
  const meeting = new Map<Id, Place>()
  for (const { from, network } of vlanNeeds(fabric)) {
    const goal = routerOf(fabric, network) ?? meeting.get(network.id) ?? from
    meeting.set(network.id, goal)
    const steps = samePlace(from, goal) ? null : cablePath(fabric, from, goal)
    for (const { deviceId, inKey, outKey } of steps ?? [])
      for (const portKey of [inKey, outKey]) {
        const number = socketNumber(portKey)
        if (number !== null) want(deviceId, number, network.vlanId)
      }
  }
  return needed
}

/** Where a network's traffic meets: at its router or server. Without either its first client stands for it. */
function routerOf(fabric: Fabric, network: Network): Place | null {
  const deviceId = network.routedBy ?? network.servedBy
  const key = deviceId && interfaceIn(fabric, deviceId, network)
  return deviceId && key ? { deviceId, key } : null
}
