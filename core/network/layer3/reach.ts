import type { Attachment } from '../layer2'
import { samePlace } from '../layer2'
import { deviceOf, networkOf } from '../../plan'
import type { Id, Network } from '../../plan'
import { answeringServers } from './addressService'
import type { AddressServer } from './addressService'
import { addressOf, homeWords, possibleAddresses } from './address'
import type { Addressed } from './address'
import { between } from './between'
import { hostOfDevice } from './hosts'
import type { Host } from './hosts'
import { joined } from './login'
import { membersOf } from './members'
import type { Member } from './members'
import { namesFor } from './names'
import { addressesOfRouter } from './routerAddresses'
import { deviceName } from './twin'
import { decide } from './policy'
import { answer, astray, stage } from './stages'
import type { Answer, Stage, Target } from './stages'
import type { Twin } from './twin'
import type { Asking } from './way'

/** From a client at an attachment to a target: what happens, hop by hop, and why. Where several servers answer, with the lease that gets through. */
export function reach(twin: Twin, from: Attachment, target: Target): Answer {
  const first = reachAs(twin, from, target)
  if (first.answered) return first
  // Several servers may answer: a client with the other lease may get where this one does not.
  const others = answeringServers(twin, from.place).map((server) => reachAs(twin, from, target, server))
  return others.find(({ answered }) => answered) ?? first
}

function reachAs(twin: Twin, from: Attachment, target: Target, chosen?: AddressServer): Answer {
  const asking = { twin, hops: true }
  const address = addressOf(asking, from, chosen)
  if (target.kind === 'internet') return toInternet(asking, from, address)
  const { site } = asking.twin
  if (target.kind === 'network') {
    const network = networkOf(site, target.networkId)
    return network ? toNetwork(asking, from, address, network) : unknownTarget(address)
  }
  return target.kind === 'router'
    ? toRouter(asking, from, address, target.deviceId)
    : toDevice(asking, from, address, target.deviceId)
}

/** To a router itself: at whichever of its addresses answers; where none does, the first says why. */
export function toRouter(asking: Asking, from: Attachment, address: Addressed, routerId: Id): Answer {
  const { twin } = asking
  const meet = (host: Host, hops: boolean) =>
    toMember({ twin, hops }, from, address, { host, meant: null, isPlace: false })
  const hosts = addressesOfRouter(twin, routerId)
  const quick = hosts.map((host) => meet(host, false))
  const best = [
    quick.findIndex(({ outcome }) => outcome === 'reaches'),
    quick.findIndex(({ answered }) => answered),
    0,
  ].find((i) => i >= 0)
  const host = hosts[best ?? 0]
  if (host) return asking.hops ? meet(host, true) : (quick[best ?? 0] ?? meet(host, false))
  const says = `${deviceName(twin, routerId)} is not running, or has no address of its own.`
  return ended(asking, from, address, [stage('onward', false, says)])
}

/** To one device by its own address, a controller as any other. */
export function toDevice(asking: Asking, from: Attachment, address: Addressed, deviceId: Id): Answer {
  const { site } = asking.twin
  const device = deviceOf(site, deviceId)
  if (!device) return unknownTarget(address)
  const host = hostOfDevice(asking.twin, device)
  const meant = networkOf(site, device.management.networkId) ?? null
  return host
    ? toMember(asking, from, address, { host, meant, isPlace: false })
    : ended(asking, from, address, [
        stage('onward', false, `${device.name} is not running, or has no address of its own.`),
      ])
}

/** Of the hosts of a network one that answers, else the first that does not: the matrix says how many are like it. */
function toNetwork(asking: Asking, from: Attachment, address: Addressed, network: Network): Answer {
  const others = membersOf(asking.twin, network).filter((member) => !isSelf(from, member))
  const quick = { ...asking, hops: false }
  const best =
    others.find((member) => toMember(quick, from, address, member).outcome === 'reaches') ??
    others.find((member) => toMember(quick, from, address, member).answered) ??
    others[0]
  return best
    ? toMember(asking, from, address, best)
    : ended(asking, from, address, nobodyThere(asking, from, address, network))
}

export const isSelf = (from: Attachment, { host }: Member): boolean => samePlace(host.place, from.place)

export function toInternet(asking: Asking, from: Attachment, address: Addressed): Answer {
  const { lease } = address
  const stages = lease ? between(asking, hostAt(from, lease), { kind: 'internet' }) : []
  return ended(asking, from, address, stages, 'the internet')
}

/** To one host of a network: what stands between the two, and whether it has an address that it is not meant to have. */
export function toMember(
  asking: Asking,
  from: Attachment,
  address: Addressed,
  { host, meant }: Member,
): Answer {
  const { lease } = address
  if (!lease) return ended(asking, from, address, [])
  const onward = isIsolated(asking.twin, from, host)
    ? [
        stage(
          'isolation',
          false,
          'The SSID keeps its clients apart: they reach the router and not each other.',
        ),
      ]
    : between(asking, hostAt(from, lease), { kind: 'host', host })
  const strange =
    meant && host.lease.network?.id !== meant.id
      ? [
          astray(
            'target',
            `${host.label} has ${host.lease.ip}, ${homeWords(host.lease.network)}. The plan means it for ${meant.name}.`,
          ),
        ]
      : []
  return ended(asking, from, address, [...onward, ...strange], host.label)
}

/** What a client at a place meets at one host, for each address that it may get. */
export const meets = (twin: Twin, from: Attachment, member: Member): Answer[] => {
  const asking = { twin, hops: false }
  return possibleAddresses(twin, from).map((address) => toMember(asking, from, address, member))
}

/** What a client at a place meets on its way out of the site, for each address that it may get. */
export const meetsOutside = (twin: Twin, from: Attachment): Answer[] => {
  const asking = { twin, hops: false }
  return possibleAddresses(twin, from).map((address) => toInternet(asking, from, address))
}

/** Nobody of that network is in the plan, or nobody there has an address: what a router would do is all there is to say. */
export function nobodyThere(
  asking: Asking,
  from: Attachment,
  { lease }: Addressed,
  network: Network,
): Stage[] {
  if (!lease) return []
  if (lease.network?.id === network.id)
    return [stage('onward', false, `${network.name} is not running, or nobody else is there.`)]
  const source = lease.network
  const ruling = source && decide(asking.twin.site, source.id, { networkId: network.id })
  return ruling?.action === 'drop'
    ? [stage('policy', false, ruling.reason)]
    : [stage('onward', false, `Nobody in ${network.name} has an address, so nobody there can answer.`)]
}

export function ended(
  { twin, hops }: Asking,
  from: Attachment,
  { stages, lease }: Addressed,
  more: Stage[],
  goal = '',
): Answer {
  return answer(
    [...stages, ...more],
    lease,
    `${from.label} reaches ${goal}, and the answer gets back.`,
    hops && lease ? namesFor(twin, lease) : null,
  )
}

const unknownTarget = ({ stages, lease }: Addressed): Answer =>
  answer([...stages, stage('onward', false, 'The target is not in this plan.')], lease, '', null)

const hostAt = (from: Attachment, lease: NonNullable<Addressed['lease']>): Host => ({
  label: from.kind === 'station' ? from.label : 'The client',
  place: from.place,
  lease,
})

/** Isolation holds between clients of one SSID, as a rule across access points too (common practice, no source). */
const isIsolated = (twin: Twin, from: Attachment, { place }: Host): boolean => {
  const ssid = joined(twin, from)?.ssid
  return ssid?.isolated === true && place.key === `ssid:${ssid.id}`
}
