import { interfaceIn, samePlace } from '../layer2'
import type { Attachment } from '../layer2'
import { deviceOf, networkOf } from '../../plan'
import type { Device, Network } from '../../plan'
import { answeringServers, serverName } from './addressService'
import type { AddressServer } from './addressService'
import type { Hop } from './hops'
import { firstServer } from './hosts'
import { keptPerTwin } from './kept'
import { leaseFrom, typedIn } from './lease'
import type { Lease } from './lease'
import { joined, loginAt } from './login'
import { astray, stage } from './stages'
import type { Stage } from './stages'
import { wayOf } from './way'
import type { Asking } from './way'
import { deviceName } from './twin'
import type { Twin } from './twin'

export interface Addressed {
  stages: Stage[]
  lease: Lease | null
}

/** Joining and asking for an address: which servers answer, and what they hand out. */
export const addressStages = (twin: Twin, from: Attachment): Addressed =>
  addressOf({ twin, hops: true }, from)

/** The same without the hops: what a list of many needs. */
export const leaseAt = (twin: Twin, from: Attachment): Addressed => addressOf({ twin, hops: false }, from)

/** `chosen`: the server whose offer is taken, where several answer. */
export function addressOf(asking: Asking, from: Attachment, chosen?: AddressServer): Addressed {
  const joining = joinStages(asking, from)
  if (joining.some(({ ok }) => !ok)) return { stages: joining, lease: null }
  const client = from.kind === 'station' ? deviceOf(asking.twin.site, from.place.deviceId) : undefined
  const typed = client && typedIn(asking.twin.site, client)
  if (typed) return { stages: [...joining, typedStage(asking.twin, from, typed)], lease: typed }
  const { stages, lease } = leased(asking, from, client, chosen)
  return { stages: [...joining, ...stages], lease }
}

const kept = keptPerTwin<{ from: Attachment; addresses: Addressed[] }>('addresses')

/**
 * Every way an address may be had: one for each server that answers, since which one wins is luck. Without the hops, and
 * worked out once: every target asks it anew.
 */
export function possibleAddresses(twin: Twin, from: Attachment): Addressed[] {
  const find = () => findAddresses({ twin, hops: false }, from)
  const known = kept(twin, from.id, () => ({ from, addresses: find() }))
  return isSameAttachment(known.from, from) ? known.addresses : find()
}

const isSameAttachment = (one: Attachment, other: Attachment): boolean =>
  one === other ||
  (one.kind === other.kind &&
    one.label === other.label &&
    one.networkId === other.networkId &&
    samePlace(one.place, other.place))

function findAddresses(asking: Asking, from: Attachment): Addressed[] {
  const servers = answeringServers(asking.twin, from.place)
  return servers.length < 2
    ? [addressOf(asking, from)]
    : servers.map((server) => addressOf(asking, from, server))
}

function typedStage(twin: Twin, from: Attachment, lease: Lease): Stage {
  const says = `${from.label} has ${lease.ip}/${lease.prefixLength}, typed in.`
  const meant = networkOf(twin.site, from.networkId)
  return !meant || lease.network?.id === meant.id
    ? stage('address', true, says)
    : astray('address', `${says} That is ${homeWords(lease.network)}. The plan means it for ${meant.name}.`)
}

/** "an address of Crew", or of nobody. */
export const homeWords = (network: Network | null): string =>
  network ? `an address of ${network.name}` : 'an address of no network of the plan'

function joinStages({ twin }: Asking, from: Attachment): Stage[] {
  if (from.kind === 'ssid' && from.networkId === null)
    return [stage('join', false, 'The SSID is on no network, so its frames go nowhere.')]
  if (!twin.fabric.nodes.has(from.place.deviceId))
    return [stage('join', false, notRunning(twin, from.place.deviceId))]
  const down = twin.fabric.silentTunnels.get(from.place.deviceId)
  if (down !== undefined)
    return [stage('join', false, `The tunnel of ${deviceName(twin, from.place.deviceId)} is down: ${down}`)]
  const air = joined(twin, from)
  const on = stage('join', true, `The client is on ${from.label}.`)
  if (!air) return [on]
  if (air.client && !twin.fabric.nodes.get(air.client.id)?.ports.get('air')?.peer)
    return [
      stage(
        'join',
        false,
        twin.fabric.silentAir.get(air.client.id) ??
          `${deviceName(twin, air.boxId)} does not offer “${air.ssid.name}”, so ${from.label} cannot join.`,
      ),
    ]
  return [on, ...loginStage(twin, air)]
}

function notRunning(twin: Twin, deviceId: string): string {
  const why = twin.fabric.whyDark(deviceId)
  return `${deviceName(twin, deviceId)} is not running${why ? `: ${why}` : '.'}`
}

function loginStage(twin: Twin, air: NonNullable<ReturnType<typeof joined>>): Stage[] {
  const login = loginAt(twin, air.ssid, air.boxId)
  if (!login) return []
  if (login.ok && air.client?.air && !air.client.air.enterprise)
    return [
      stage(
        'login',
        false,
        `${air.client.name} is not set to enterprise login, so it cannot join “${air.ssid.name}”.`,
      ),
    ]
  return [stage('login', login.ok, login.says)]
}

function leased(
  asking: Asking,
  from: Attachment,
  client: Device | undefined,
  chosen?: AddressServer,
): Addressed {
  const { twin } = asking
  const server = chosen ?? firstServer(twin, from.place, from.networkId)
  if (!server) return { stages: [noServer(asking, from)], lease: null }
  const lease = leaseFrom(twin.site, server, client)
  const { hops } = asking.hops ? wayOf(asking, from.place, server.place) : { hops: [] }
  if (!lease)
    return {
      stages: [
        stage('address', false, `${serverName(twin.site, server)} has no address left to give.`, hops),
      ],
      lease: null,
    }
  return { stages: [addressStage(twin, from, lease, server, hops)], lease }
}

function addressStage(twin: Twin, from: Attachment, lease: Lease, server: AddressServer, hops: Hop[]): Stage {
  const servers = answeringServers(twin, from.place)
  const by = server.relayedBy === null ? '' : `, through the relay ${deviceName(twin, server.relayedBy)},`
  const gives = `${serverName(twin.site, server)}${by} gives ${lease.ip}/${lease.prefixLength}`
  const meant = networkOf(twin.site, from.networkId)
  const isForeign = meant !== undefined && lease.network?.id !== meant.id
  if (servers.length > 1) return astray('address', severalWords(twin, servers, meant), hops)
  if (isForeign)
    return astray(
      'address',
      `${gives}, ${homeWords(lease.network)}. The plan means this client for ${meant.name}.`,
      hops,
    )
  const controller =
    lease.controllerIps.length > 0 ? ` It names the controller ${lease.controllerIps[0]}.` : ''
  return stage('address', true, `${gives}.${controller}`, hops)
}

/** Several servers that answer: what a client gets then, by whether what they hand out fits. */
function severalWords(twin: Twin, servers: readonly AddressServer[], meant: Network | undefined): string {
  const names = servers.map((one) => serverName(twin.site, one)).join(' and ')
  const fits = servers.every(
    (server) => meant !== undefined && leaseFrom(twin.site, server)?.network?.id === meant.id,
  )
  return fits
    ? `${names} both answer. Their addresses fit, and neither knows what the other has given: sooner or later two clients have one address.`
    : `${names} both answer. Which one wins is luck, so some clients get a wrong address.`
}

function noServer(asking: Asking, from: Attachment): Stage {
  const { twin } = asking
  const network = networkOf(twin.site, from.networkId)
  const fail = (says: string, hops: Hop[] = []) => stage('address', false, says, hops)
  if (!network)
    return fail('No address server hears this client. Its VLAN belongs to no network of the plan.')
  if (!network.servedBy || !network.pool) return fail(`Nobody serves addresses in ${network.name}.`)
  const ear = network.relayed && network.routedBy ? network.routedBy : network.servedBy
  const key = interfaceIn(twin.fabric, ear, network)
  if (!key)
    return fail(
      `${deviceName(twin, network.servedBy)} should serve ${network.name}, but has no running interface there.`,
    )
  const place = { deviceId: ear, key }
  const there = wayOf(asking, from.place, place)
  const way = there.ok ? wayOf(asking, place, from.place) : there
  if (way.ok)
    return fail(
      `${deviceName(twin, ear)} hears the request for ${network.name}, and ${deviceName(twin, network.servedBy)} does not answer it.`,
    )
  return fail(`The client joins and gets no address. ${way.reason ?? ''}`.trim(), way.hops)
}
