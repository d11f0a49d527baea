import { attachmentOf, journey, placeKey } from '../../network/layer2'
import type { Place, Visit } from '../../network/layer2'
import { hostOfDevice, twinOf } from '../../network/layer3'
import { aimNetworkId, aimRouterId, deviceOf, linkAt, networkOf, portName, wanOf } from '../../plan'
import type { Device, Id, Network, Port, Site } from '../../plan'
import type { Tried } from './kinds/types'

/** What a try rests on: a part of the plan by what it is called, with what it is. */
type Parts = ReadonlyMap<string, string>

/**
 * What has changed between two plans of all that a try rests on: its networks, the devices that route them, what is asked for of them, and
 * each port and cable that its frames pass. In words; none: what was shown then still holds.
 */
export function changedFor(tried: Tried, then: Site, now: Site): string[] {
  const [before, after] = [partsOf(then, tried), partsOf(now, tried)]
  const names = new Set([...before.keys(), ...after.keys()])
  return [...names].filter((name) => before.get(name) !== after.get(name))
}

const known = new WeakMap<Site, Map<string, Parts>>()

function partsOf(site: Site, tried: Tried): Parts {
  const mine = known.get(site) ?? new Map<string, Parts>()
  known.set(site, mine)
  const key = JSON.stringify([tried.fromNetworkId, tried.to, tried.attachmentId, tried.ip])
  const parts = mine.get(key) ?? listParts(site, tried)
  mine.set(key, parts)
  return parts
}

function listParts(site: Site, tried: Tried): Parts {
  const parts = new Map<string, string>()
  const near = networkOf(site, tried.fromNetworkId)
  const far = networkOf(site, aimNetworkId(tried.to))
  const networks = [near, far].filter((one) => one !== undefined)
  const ids = networks.map(({ id }) => id)
  for (const network of networks) {
    parts.set(`network ${network.name}`, JSON.stringify(network))
    const router = deviceOf(site, network.routedBy ?? '')
    if (router) parts.set(router.name, essence(router))
  }
  const asked = deviceOf(site, aimRouterId(tried.to))
  if (asked) parts.set(asked.name, essence(asked))
  const rules = site.requirements.filter(({ fromNetworkId }) => ids.includes(fromNetworkId))
  parts.set('what must and must not be reached', JSON.stringify(rules.map(({ id: _id, ...rule }) => rule)))
  const isOnTheWay = waysOf(site, tried, near, far)
  for (const device of site.devices)
    for (const { number, ...port } of device.ports) {
      const end = { deviceId: device.id, port: number }
      if (isOnTheWay(device.id, port, number))
        parts.set(portName(site, end), JSON.stringify([port, linkAt(site, end) ?? null]))
    }
  return parts
}

/** A device without what its place on the chart, its ports and its radios are: those are looked at by themselves. */
function essence(device: Device): string {
  const { position: _position, ports: _ports, radios: _radios, name: _name, ...rest } = device
  return JSON.stringify(rest)
}

type Passes = (deviceId: Id, port: Omit<Port, 'number'>, number: number) => boolean

/** Sockets from the place to its router, and from the far network's router to the host; where either is not known, all that carry that VLAN. */
function waysOf(site: Site, { attachmentId, ip }: Tried, near?: Network, far?: Network): Passes {
  const at = attachmentId === undefined ? undefined : attachmentOf(site, attachmentId)
  const host = site.devices.find(({ management }) => ip !== undefined && management.ip === ip)
  const hostPlace = host && hostOfDevice(twinOf(site), host)?.place
  const sides = [
    { network: near, sockets: near && at ? socketsTo(site, near, at.place) : null },
    far
      ? { network: far, sockets: hostPlace ? socketsTo(site, far, hostPlace) : null }
      : { network: undefined, sockets: wanSockets(site, near) },
  ]
  return (deviceId, { nativeVlan, taggedVlans }, number) =>
    sides.some(({ network, sockets }) =>
      sockets
        ? sockets.has(`${deviceId} port:${number}`)
        : network !== undefined && (nativeVlan === network.vlanId || taggedVlans.includes(network.vlanId)),
    )
}

/** Sockets that a frame of a network passes from its router to a place, and that place's own; null: it does not get there. */
function socketsTo(site: Site, network: Network, place: Place): ReadonlySet<string> | null {
  if (network.routedBy === null) return null
  const { deliveries } = twinOf(site).floodFrom({ deviceId: network.routedBy, key: `self:${network.vlanId}` })
  const last = deliveries.find((one) => placeKey(one.place) === placeKey(place))?.visit
  return last ? new Set([`${place.deviceId} ${place.key}`, ...socketsOf(last)]) : null
}

function wanSockets(site: Site, network: Network | undefined): ReadonlySet<string> {
  const router = deviceOf(site, network?.routedBy ?? '')
  const wan = router && wanOf(router)
  return new Set(router && wan ? [`${router.id} port:${wan.port}`] : [])
}

const socketsOf = (last: Visit): string[] =>
  journey(last).flatMap((visit) => [
    `${visit.deviceId} ${visit.inKey}`,
    ...(visit.from ? [`${visit.from.visit.deviceId} ${visit.from.outKey}`] : []),
  ])
