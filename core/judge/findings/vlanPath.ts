import { cablePath, interfaceIn, isMember, portAt, socketNumber, vlanNeeds } from '../../network/layer2'
import type { Place, VlanNeed } from '../../network/layer2'
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
  const { fabric } = twin
  const gaps = new Map<string, MissingVlans>()
  for (const need of vlanNeeds(fabric)) {
    const goal = interfaceOfNetwork(need.network)
    const key = goal && interfaceIn(fabric, goal, need.network)
    if (!goal || !key) continue
    const passed = kept(twin, `${need.from.deviceId} ${goal}`, () =>
      passedSockets(twin, need.from, { deviceId: goal, key }),
    )
    for (const place of passed) {
      const member = portAt(fabric, place)?.membership
      if (member && !isMember(member, need.network.vlanId)) note(twin, gaps, place, need)
    }
  }
  return [...gaps.values()]
})

/** The sockets on a way are the same however they are set. */
const kept = keptPerTwin<Place[]>('managed sockets on a way')

/** The managed sockets on the way from a place to a goal, its own aside; the same for every client of one device. */
function passedSockets({ site, fabric }: Twin, from: Place, to: Place): Place[] {
  return (cablePath(fabric, from, to) ?? []).flatMap(({ deviceId, inKey, outKey }, i) =>
    (i === 0 ? [outKey] : [inKey, outKey]).flatMap((key) =>
      managedPort(site, deviceId, socketNumber(key)) ? [{ deviceId, key }] : [],
    ),
  )
}

const interfaceOfNetwork = (network: Network): Id | null => network.routedBy ?? network.servedBy

function managedPort(site: Site, deviceId: Id, number: number | null): Port | undefined {
  const device = deviceOf(site, deviceId)
  if (!device || number === null || !isSetByPort(device)) return undefined
  return wanOf(device)?.port === number ? undefined : device.ports.find((port) => port.number === number)
}

function note(
  { site }: Twin,
  gaps: Map<string, MissingVlans>,
  { deviceId, key: socket }: Place,
  need: VlanNeed,
): void {
  const port = managedPort(site, deviceId, socketNumber(socket))
  if (!port) return
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
