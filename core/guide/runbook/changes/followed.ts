import { behaviourOf } from '../../../network/layer2'
import { deviceOf, kindOf, linkAt, networkOf, ssidsOn } from '../../../plan'
import type { Device, Id, Management, Site } from '../../../plan'
import type { Change } from '../types'

/**
 * Settings that differ between two plans and that nobody sets: a client by DHCP has no VLAN of its own and takes the address that it is
 * given; an untagged access point is in whatever VLAN its socket puts it. They follow the network. Common practice, no source.
 */
export function followedUnits(present: Site, target: Site, deviceId: Id): ReadonlySet<string> {
  const [before, after] = [deviceOf(present, deviceId), deviceOf(target, deviceId)]
  if (!before || !after || !sameAddress(before.management, after.management)) return NONE
  if (!sortsByVlan(present, before) && !sortsByVlan(target, after)) return ADDRESS
  const natives = [untaggedPort(present, before), untaggedPort(target, after)]
  const [one, other] = natives
  return one !== null && one !== undefined && one === other ? new Set(['address', `native:${one}`]) : NONE
}

const NONE: ReadonlySet<string> = new Set()
const ADDRESS: ReadonlySet<string> = new Set(['address'])

/** Typed in alike: by DHCP there is nothing to type, and a reservation is typed in at the server. */
function sameAddress(a: Management, b: Management): boolean {
  if (a.addressing !== b.addressing) return false
  if (a.addressing === 'dhcp' || a.addressing === 'none') return true
  return (
    a.ip === b.ip &&
    (a.addressing === 'reserved' || (a.prefixLength === b.prefixLength && a.gateway === b.gateway))
  )
}

/** Whether a device is told the VLAN of its own interface. */
const sortsByVlan = (site: Site, device: Device): boolean => behaviourOf(site, device) === 'aware'

/** The port of an access point that has its management untagged, where nothing else of it is in that VLAN; null: there is none. */
function untaggedPort(site: Site, device: Device): number | null {
  if (kindOf(device).wireVlans !== 'bySsids') return null
  const wired = device.ports.filter(({ number }) => linkAt(site, { deviceId: device.id, port: number }))
  const [port, ...more] = wired
  const vlanId = networkOf(site, device.management.networkId)?.vlanId
  const isTaggedToo = ssidsOn(site, device).some(
    ({ networkId }) => networkOf(site, networkId)?.vlanId === vlanId,
  )
  return port && more.length === 0 && port.nativeVlan === vlanId && !isTaggedToo && !device.air
    ? port.number
    : null
}

/**
 * The change with which a device's followed settings come: that of the socket it is in, else of its network, else the first of all; null:
 * there is none. One change alone, and its mirror on the way back, so that half-way is the same from either end.
 */
export function followsAfter(
  present: Site,
  target: Site,
  changes: readonly Change[],
  deviceId: Id,
): string | null {
  const [before, after] = [deviceOf(present, deviceId), deviceOf(target, deviceId)]
  const sockets = (after?.ports ?? []).flatMap(({ number }) => {
    const end = { deviceId, port: number }
    const links = [linkAt(target, end), linkAt(present, end)].filter((link) => link !== undefined)
    return links
      .flatMap(({ a, b }) => [a, b])
      .filter((one) => one.deviceId !== deviceId)
      .map((far) => `${far.deviceId}/native:${far.port}`)
  })
  const ids = [before, after].flatMap((device) => device?.management.networkId ?? [])
  const units = ids.flatMap((id) => [`interface:${id}`, `service:${id}`])
  const touches = ({ subject }: Change): boolean =>
    subject.kind === 'cable' &&
    [subject.from, subject.to].some(
      (link) => link && [link.a, link.b].some((end) => end.deviceId === deviceId),
    )
  const isNetworks = ({ subject }: Change): boolean =>
    subject.kind === 'unit' && units.includes(subject.unit) && isFirstHalf(subject)
  const groups: ((change: Change) => boolean)[] = [
    ({ id }) => sockets.includes(id),
    touches,
    isNetworks,
    ({ subject }) => subject.kind !== 'unit' || isFirstHalf(subject),
  ]
  const found = groups.map((is) => changes.filter(is)).find((list) => list.length > 0) ?? []
  return found.map(({ id }) => id).sort((a, b) => plain(a).localeCompare(plain(b), 'en'))[0] ?? null
}

const plain = (id: string): string => id.replace(/\/(?:add|remove|out|temp|comes|goes)$/, '')

/** Of two halves always the same one, whichever way it is gone: the one that brings the version that sorts first, or takes it off. */
function isFirstHalf({ half, from, to }: Extract<Change['subject'], { kind: 'unit' }>): boolean {
  if (half === 'all') return true
  const isUp = JSON.stringify(from?.networks ?? null) < JSON.stringify(to?.networks ?? null)
  return half === (isUp ? 'add' : 'remove')
}
