import { deviceOf, freeSockets, kindOf, linkAt, portName } from '../../plan'
import type { Device, Network, Port, Site } from '../../plan'
import { putPort } from './mends'
import type { Rule, Sighting } from './types'
import { atNetwork, atPort } from './where'

/**
 * Ways for a client to send into a VLAN that is not its own, whatever the rules say: tags that its access port lets in, or two of them,
 * where its VLAN is the untagged one of a trunk. Source: IEEE 802.1Q-2022 8.6.2 (ingress filtering), 6.9.2 (tagging by the egress port).
 */
export const vln6: Rule = {
  code: 'VLN-6',
  check: ({ site }) => [...openPorts(site), ...doubleTags(site)],
}

const isClients = ({ purpose }: Network): boolean => purpose !== 'management'

/** Access ports that clients are plugged into, and that take tags of any VLAN. */
function openPorts(site: Site): Sighting[] {
  return managed(site).flatMap((device) =>
    freeSockets(site, device).flatMap((port): Sighting[] => {
      const network = site.networks.find(({ vlanId }) => vlanId === port.nativeVlan)
      if (port.mode !== 'access' || port.admit === 'untaggedOnly' || port.ingressFilter) return []
      if (!network || !isClients(network)) return []
      const end = { deviceId: device.id, port: port.number }
      return [
        {
          says: `${portName(site, end)}, an access port of ${network.name}, accepts tagged frames and doesn’t filter them: a client there can send into any VLAN.`,
          where: [atPort(site, end), atNetwork(network)],
          severity: network.purpose === 'guests' ? 'stop' : 'fix',
          mend: putPort(`Accept untagged frames only on ${portName(site, end)}`, device.id, {
            ...port,
            admit: 'untaggedOnly',
            ingressFilter: true,
          }),
        },
      ]
    }),
  )
}

const managed = (site: Site): Device[] =>
  site.devices.filter((device) => kindOf(device).wireVlans === 'byPort')

/** Trunks between switches that carry a client network untagged besides others that are tagged. */
function doubleTags(site: Site): Sighting[] {
  const seen = new Set<string>()
  return site.links.flatMap((link): Sighting[] => {
    const trunks = [link.a, link.b].map((end) => trunkAt(site, end))
    const [one, other] = trunks
    if (!one || !other) return []
    const network = site.networks.find(
      ({ vlanId }) => vlanId === one.nativeVlan && vlanId === other.nativeVlan,
    )
    if (!network || !isClients(network) || !hasAccessPort(site, network) || seen.has(link.id)) return []
    seen.add(link.id)
    return [
      {
        says: `The trunk from ${portName(site, link.a)} to ${portName(site, link.b)} carries ${network.name} untagged: a client on an access port of ${network.name} can reach a tagged VLAN behind it with two tags.`,
        where: [atPort(site, link.a), atPort(site, link.b), atNetwork(network)],
        severity: network.purpose === 'guests' ? 'fix' : 'note',
      },
    ]
  })
}

function trunkAt(site: Site, end: { deviceId: string; port: number }): Port | null {
  const device = deviceOf(site, end.deviceId)
  const port = device?.ports.find(({ number }) => number === end.port)
  const isTrunk = port?.mode === 'trunk' && port.taggedVlans.some((vlanId) => vlanId !== port.nativeVlan)
  return device && port && isTrunk && kindOf(device).wireVlans === 'byPort' ? port : null
}

const hasAccessPort = (site: Site, { vlanId }: Network): boolean =>
  managed(site).some((device) =>
    device.ports.some(
      ({ number, mode, nativeVlan }) =>
        mode === 'access' &&
        nativeVlan === vlanId &&
        (!linkAt(site, { deviceId: device.id, port: number }) ||
          deviceOf(site, farOf(site, device.id, number))?.station != null),
    ),
  )

function farOf(site: Site, deviceId: string, port: number): string | null {
  const link = linkAt(site, { deviceId, port })
  const far = link && [link.a, link.b].find((end) => end.deviceId !== deviceId)
  return far?.deviceId ?? null
}
