import { cablePath, interfaceIn, isMember, portAt, socketNumber, vlanNeeds } from '../../network/layer2'
import type { Membership, Place, VlanNeed } from '../../network/layer2'
import { keptPerTwin, perTwin } from '../../network/layer3'
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
  const gaps = new Map<string, Gap>()
  const goals = new Map(twin.site.networks.map((network) => [network.id, goalOf(twin, network)]))
  const ways = new Map<Id, Map<Id, Passed[]>>()
  for (const need of vlanNeeds(twin.fabric)) {
    const goal = goals.get(need.network.id)
    if (!goal) continue
    const ofDevice = ways.get(need.from.deviceId) ?? new Map<Id, Passed[]>()
    ways.set(need.from.deviceId, ofDevice)
    const passed = ofDevice.get(goal.deviceId) ?? passedSockets(twin, need.from, goal)
    ofDevice.set(goal.deviceId, passed)
    for (const { place, member } of passed)
      if (!isMember(member, need.network.vlanId)) note(twin, gaps, place, need)
  }
  return [...gaps.values()].map(({ vlanIds, neededBy, ...gap }) => ({
    ...gap,
    vlanIds: [...vlanIds],
    neededBy: [...neededBy],
  }))
})

interface Gap extends Pick<MissingVlans, 'end' | 'port'> {
  vlanIds: Set<number>
  neededBy: Set<string>
}

/** Where a network has to get to: its router's interface, else its server's. */
function goalOf({ fabric }: Twin, network: Network): Place | null {
  const deviceId = network.routedBy ?? network.servedBy
  const key = deviceId && interfaceIn(fabric, deviceId, network)
  return deviceId && key ? { deviceId, key } : null
}

/** A socket on a way, and what it carries now. */
interface Passed {
  place: Place
  member: Membership
}

/** The sockets on a way are the same however they are set. */
const kept = keptPerTwin<Place[]>('managed sockets on a way')

/** The managed sockets on the way from a place to a goal, its own aside; the same for every client of one device. */
function passedSockets(twin: Twin, from: Place, to: Place): Passed[] {
  const { site, fabric } = twin
  const places = kept(twin, `${from.deviceId} ${to.deviceId}`, () =>
    (cablePath(fabric, from, to) ?? []).flatMap(({ deviceId, inKey, outKey }, i) =>
      (i === 0 ? [outKey] : [inKey, outKey]).flatMap((key) =>
        managedPort(site, deviceId, socketNumber(key)) ? [{ deviceId, key }] : [],
      ),
    ),
  )
  return places.flatMap((place) => {
    const member = portAt(fabric, place)?.membership
    return member ? [{ place, member }] : []
  })
}

function managedPort(site: Site, deviceId: Id, number: number | null): Port | undefined {
  const device = deviceOf(site, deviceId)
  if (!device || number === null || !isSetByPort(device)) return undefined
  return wanOf(device)?.port === number ? undefined : device.ports.find((port) => port.number === number)
}

function note(
  { site }: Twin,
  gaps: Map<string, Gap>,
  { deviceId, key: socket }: Place,
  need: VlanNeed,
): void {
  const port = managedPort(site, deviceId, socketNumber(socket))
  if (!port) return
  const end = { deviceId, port: port.number }
  const key = `${deviceId}/${port.number}`
  const gap = gaps.get(key) ?? { end, port, vlanIds: new Set(), neededBy: new Set() }
  gap.vlanIds.add(need.network.vlanId)
  gap.neededBy.add(need.who)
  gaps.set(key, gap)
}

/** "VLAN 24 (Crew) and VLAN 60 (Berth guests)". */
export const vlanList = (site: Site, vlanIds: number[]): string =>
  vlanIds.map((id) => vlanName(site, id)).join(' and ')
