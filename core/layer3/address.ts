import { interfaceIn } from '../layer2'
import type { Attachment } from '../layer2'
import { deviceOf, networkOf } from '../site'
import type { Device } from '../site'
import { answeringServers, serverName } from './addressService'
import type { AddressServer } from './addressService'
import type { Hop } from './hops'
import { leaseFrom, typedIn } from './lease'
import type { Lease } from './lease'
import { joined, loginAt } from './login'
import { stage } from './stages'
import type { Stage } from './stages'
import { wayOf } from './way'
import type { Asking } from './way'
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

export function addressOf(asking: Asking, from: Attachment): Addressed {
  const joining = joinStages(asking, from)
  if (joining.some(({ ok }) => !ok)) return { stages: joining, lease: null }
  const client = from.kind === 'station' ? deviceOf(asking.twin.site, from.place.deviceId) : undefined
  const typed = client && typedIn(asking.twin.site, client)
  if (typed)
    return {
      stages: [
        ...joining,
        stage('address', true, `${from.label} has ${typed.ip}/${typed.prefixLength}, typed in.`),
      ],
      lease: typed,
    }
  const { stages, lease } = leased(asking, from, client)
  return { stages: [...joining, ...stages], lease }
}

function joinStages({ twin }: Asking, from: Attachment): Stage[] {
  if (from.kind === 'ssid' && from.networkId === null)
    return [stage('join', false, 'The SSID is on no network, so its frames go nowhere.')]
  if (!twin.fabric.nodes.has(from.place.deviceId))
    return [stage('join', false, `${deviceName(twin, from.place.deviceId)} is not running.`)]
  const air = joined(twin, from)
  const on = stage('join', true, `The client is on ${from.label}.`)
  if (!air) return [on]
  if (air.client && !twin.fabric.nodes.get(air.client.id)?.ports.get('air')?.peer)
    return [
      stage(
        'join',
        false,
        `${deviceName(twin, air.boxId)} does not offer “${air.ssid.name}”, so ${from.label} cannot join.`,
      ),
    ]
  return [on, ...loginStage(twin, air)]
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

function leased(asking: Asking, from: Attachment, client: Device | undefined): Addressed {
  const { twin } = asking
  const servers = answeringServers(twin, from.place)
  const first = servers.find(({ network }) => network?.id === from.networkId) ?? servers[0]
  if (!first) return { stages: [noServer(asking, from)], lease: null }
  const lease = leaseFrom(twin.site, first, client)
  const { hops } = asking.hops ? wayOf(asking, from.place, first.place) : { hops: [] }
  if (!lease)
    return {
      stages: [stage('address', false, `${serverName(twin.site, first)} has no address left to give.`, hops)],
      lease: null,
    }
  return { stages: [addressStage(twin, from, lease, first, servers, hops)], lease }
}

function addressStage(
  twin: Twin,
  from: Attachment,
  lease: Lease,
  server: AddressServer,
  servers: AddressServer[],
  hops: Hop[],
): Stage {
  const by = server.relayedBy === null ? '' : `, through the relay ${deviceName(twin, server.relayedBy)},`
  const gives = `${serverName(twin.site, server)}${by} gives ${lease.ip}/${lease.prefixLength}`
  if (servers.length > 1) {
    const names = servers.map((one) => serverName(twin.site, one)).join(' and ')
    return stage(
      'address',
      false,
      `${names} both answer. Which one wins is luck, so some clients get a wrong address.`,
      hops,
    )
  }
  const meant = networkOf(twin.site, from.networkId)
  const given = server.network
  if (meant && given && meant.id !== given.id)
    return {
      ...stage(
        'address',
        false,
        `${gives}, an address of ${given.name}. The plan means this client for ${meant.name}.`,
        hops,
      ),
      astray: true,
    }
  const controller =
    lease.controllerIps.length > 0 ? ` It names the controller ${lease.controllerIps[0]}.` : ''
  return stage('address', true, `${gives}.${controller}`, hops)
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

export const deviceName = (twin: Twin, id: string): string => deviceOf(twin.site, id)?.name ?? id
