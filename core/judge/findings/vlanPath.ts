import { cablePath, interfaceIn, isMember, socketNumber, vlanNeeds } from '../../network/layer2'
import type { Membership, Place, VlanNeed } from '../../network/layer2'
import { perTwin } from '../../network/layer3'
import type { Twin } from '../../network/layer3'
import { deviceOf, isSetByPort, vlanName, wanOf } from '../../plan'
import type { Id, LinkEnd, Network, Port, Site } from '../../plan'

/** VLANs that something needs on a port of a managed device and that are not there. */
export interface MissingVlans {
  end: LinkEnd
  port: Port
  vlanIds: number[]
  /** Who needs them, in words. */
  neededBy: string[]
}

/** Walks from every place that needs a VLAN to the router or server of that network and collects the gaps. */
export const missingVlans = perTwin((twin: Twin): MissingVlans[] => {
  const { fabric } = twin
  const gaps = new Map<string, MissingVlans>()
  const ways = new Map<string, PassedPort[] | null>()
  for (const need of vlanNeeds(fabric)) {
    const goal = interfaceOfNetwork(need.network)
    const key = goal && interfaceIn(fabric, goal, need.network)
    if (!goal || !key) continue
    const wayKey = `${need.from.deviceId} ${goal}`
    const way = ways.get(wayKey) ?? passedPorts(twin, need.from, { deviceId: goal, key })
    ways.set(wayKey, way)
    for (const { deviceId, port, member } of way ?? [])
      if (!isMember(member, need.network.vlanId)) note(gaps, deviceId, port, need)
  }
  return [...gaps.values()]
})

interface PassedPort {
  deviceId: Id
  port: Port
  member: Membership
}

/** The managed sockets on the way from a place to a goal, its own aside; the same for every client of one device. */
function passedPorts({ site, fabric }: Twin, from: Place, to: Place): PassedPort[] | null {
  const steps = cablePath(fabric, from, to)
  if (!steps) return null
  return steps.flatMap(({ deviceId, inKey, outKey }, i) =>
    (i === 0 ? [outKey] : [inKey, outKey]).flatMap((key) => {
      const number = socketNumber(key)
      const port = number === null ? undefined : managedPort(site, deviceId, number)
      const known = fabric.nodes.get(deviceId)?.ports.get(key)
      return port && known ? [{ deviceId, port, member: known.membership }] : []
    }),
  )
}

const interfaceOfNetwork = (network: Network): Id | null => network.routedBy ?? network.servedBy

function managedPort(site: Site, deviceId: Id, number: number): Port | undefined {
  const device = deviceOf(site, deviceId)
  if (!device || !isSetByPort(device)) return undefined
  return wanOf(device)?.port === number ? undefined : device.ports.find((port) => port.number === number)
}

function note(gaps: Map<string, MissingVlans>, deviceId: Id, port: Port, need: VlanNeed): void {
  const end = { deviceId, port: port.number }
  const key = `${deviceId}/${port.number}`
  const gap = gaps.get(key) ?? { end, port, vlanIds: [], neededBy: [] }
  if (!gap.vlanIds.includes(need.network.vlanId)) gap.vlanIds.push(need.network.vlanId)
  if (!gap.neededBy.includes(need.who)) gap.neededBy.push(need.who)
  gaps.set(key, gap)
}

/** "VLAN 24 (Crew) and VLAN 60 (Berth guests)". */
export const vlanList = (site: Site, vlanIds: number[]): string =>
  vlanIds.map((id) => vlanName(site, id)).join(' and ')
