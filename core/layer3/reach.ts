import { contains, subnetOrNull } from '../addressing'
import { attachmentsOf, interfaceIn, managementInterface, socket } from '../layer2'
import type { Attachment, Place } from '../layer2'
import { deviceOf, networkOf } from '../site'
import type { Id, Network } from '../site'
import { answeringServers, leaseFrom, serverName } from './addressService'
import type { AddressServer, Lease } from './addressService'
import { feedBehind } from './feed'
import { frameWay, keyText } from './hops'
import type { Hop } from './hops'
import { decide } from './policy'
import type { Destination } from './policy'
import type { Twin } from './twin'

export type Target =
  { kind: 'network'; networkId: Id } | { kind: 'internet' } | { kind: 'controller'; deviceId: Id }

export type StageName = 'join' | 'address' | 'gateway' | 'policy' | 'onward' | 'translation' | 'reply'

/** One question on the way, its answer, and the hops that show it. */
export interface Stage {
  name: StageName
  ok: boolean
  says: string
  hops: Hop[]
}

export interface Answer {
  ok: boolean
  summary: string
  lease: Lease | null
  stages: Stage[]
}

/** The first stage that failed says why; with none failed, the target answers. */
const answer = (stages: Stage[], lease: Lease | null, reached: string): Answer => {
  const failed = stages.find(({ ok }) => !ok)
  return { ok: !failed, summary: failed ? failed.says : reached, lease, stages }
}

const stage = (name: StageName, ok: boolean, says: string, hops: Hop[] = []): Stage => ({
  name,
  ok,
  says,
  hops,
})

/** From a client at an attachment to a target: what happens, hop by hop, and why. */
export function reach(twin: Twin, from: Attachment, target: Target): Answer {
  const address = addressStages(twin, from)
  if (!address.lease) return answer(address.stages, null, '')
  const { lease } = address
  const goal = goalOf(twin, target)
  if (!goal)
    return answer([...address.stages, stage('onward', false, 'The target is not in this plan.')], lease, '')
  const home = lease.server.network
  const onward =
    home && goal.network?.id === home.id
      ? sameNetwork(twin, from.place, goal)
      : throughRouter(twin, from, lease, goal)
  return answer(
    [...address.stages, ...onward],
    lease,
    `${from.label} reaches ${goal.label}, and the answer gets back.`,
  )
}

/** Joining and asking for an address: which servers answer, and what they hand out. */
export function addressStages(twin: Twin, from: Attachment): { stages: Stage[]; lease: Lease | null } {
  if (from.kind === 'ssid' && from.networkId === null)
    return {
      stages: [stage('join', false, 'The SSID is on no network, so its frames go nowhere.')],
      lease: null,
    }
  if (!twin.fabric.nodes.has(from.place.deviceId))
    return {
      stages: [stage('join', false, `${deviceName(twin, from.place.deviceId)} is not running.`)],
      lease: null,
    }
  const joined = stage('join', true, `The client is on ${from.label}.`)
  const servers = answeringServers(twin, from.place)
  const first = servers.find(({ network }) => network?.id === from.networkId) ?? servers[0]
  if (!first) return { stages: [joined, noServer(twin, from)], lease: null }
  const lease = leaseFrom(twin.site, first)
  const way = frameWay(twin, from.place, first.place)
  if (!lease)
    return {
      stages: [
        joined,
        stage('address', false, `${serverName(twin.site, first)} has no address left to give.`, way.hops),
      ],
      lease: null,
    }
  return { stages: [joined, addressStage(twin, from, lease, servers, way.hops)], lease }
}

function addressStage(
  twin: Twin,
  from: Attachment,
  lease: Lease,
  servers: AddressServer[],
  hops: Hop[],
): Stage {
  const gives = `${serverName(twin.site, lease.server)} gives ${lease.ip}/${lease.prefixLength}`
  if (servers.length > 1) {
    const names = servers.map((server) => serverName(twin.site, server)).join(' and ')
    return stage(
      'address',
      false,
      `${names} both answer. Which one wins is luck, so some clients get a wrong address.`,
      hops,
    )
  }
  const meant = networkOf(twin.site, from.networkId)
  const given = lease.server.network
  if (meant && given && meant.id !== given.id)
    return stage(
      'address',
      false,
      `${gives}, an address of ${given.name}. The plan means this client for ${meant.name}.`,
      hops,
    )
  return stage('address', true, `${gives}.`, hops)
}

function noServer(twin: Twin, from: Attachment): Stage {
  const network = networkOf(twin.site, from.networkId)
  const key = network?.servedBy && interfaceIn(twin.fabric, network.servedBy, network)
  if (!network)
    return stage(
      'address',
      false,
      'No address server hears this client. Its VLAN belongs to no network of the plan.',
    )
  if (!network.servedBy || !network.pool)
    return stage('address', false, `Nobody serves addresses in ${network.name}.`)
  if (!key)
    return stage(
      'address',
      false,
      `${deviceName(twin, network.servedBy)} should serve ${network.name}, but has no running interface there.`,
    )
  const place = { deviceId: network.servedBy, key }
  const there = frameWay(twin, from.place, place)
  const way = there.ok ? frameWay(twin, place, from.place) : there
  return stage('address', false, `The client joins and gets no address. ${way.reason ?? ''}`.trim(), way.hops)
}

interface Goal {
  label: string
  /** The network the goal is in; null for the internet. */
  network: Network | null
  /** Where the goal hears frames; null when any host of the network would do and none is in the plan. */
  place: Place | null
}

function goalOf(twin: Twin, target: Target): Goal | null {
  switch (target.kind) {
    case 'internet':
      return { label: 'the internet', network: null, place: null }
    case 'controller': {
      const device = deviceOf(twin.site, target.deviceId)
      const network = networkOf(twin.site, device?.management.networkId ?? null)
      const key = device && managementInterface(twin.fabric, device)
      return device && network
        ? { label: device.name, network, place: key ? { deviceId: device.id, key } : null }
        : null
    }
    case 'network': {
      const network = networkOf(twin.site, target.networkId)
      return network ? { label: network.name, network, place: someoneIn(twin, network) } : null
    }
  }
}

/** A host of that network to ping: a device managed in it, else a client attached to it. */
function someoneIn(twin: Twin, network: Network): Place | null {
  const managed = twin.site.devices.find(
    (device) =>
      device.management.networkId === network.id &&
      device.id !== network.routedBy &&
      twin.fabric.nodes.has(device.id),
  )
  const key = managed && managementInterface(twin.fabric, managed)
  if (managed && key) return { deviceId: managed.id, key }
  return (
    attachmentsOf(twin.site).find(
      (a) => a.networkId === network.id && twin.fabric.nodes.has(a.place.deviceId),
    )?.place ?? null
  )
}

function sameNetwork(twin: Twin, from: Place, goal: Goal): Stage[] {
  const place = goal.place
  if (!place || (place.deviceId === from.deviceId && place.key === from.key))
    return [
      stage(
        'onward',
        goal.place !== null,
        goal.place ? 'Both are in the same place.' : `${goal.label} is not running.`,
      ),
    ]
  return roundTrip(twin, from, place, `Both are in one network: no router is needed.`)
}

function roundTrip(twin: Twin, a: Place, b: Place, says: string): Stage[] {
  const there = frameWay(twin, a, b)
  if (!there.ok) return [stage('onward', false, there.reason ?? '', there.hops)]
  const back = frameWay(twin, b, a)
  return [
    stage('onward', true, says, there.hops),
    stage('reply', back.ok, back.ok ? 'The answer comes back the same way.' : (back.reason ?? ''), back.hops),
  ]
}

function throughRouter(twin: Twin, from: Attachment, lease: Lease, goal: Goal): Stage[] {
  const gateway = gatewayStage(twin, from, lease)
  if (!gateway.ok || !gateway.router) return [gateway.stage]
  const { router, network } = gateway
  const destination: Destination = goal.network ? { networkId: goal.network.id } : 'internet'
  const ruling = decide(twin.site, network.id, destination)
  const policy = stage('policy', ruling.action === 'allow', ruling.reason, [
    routerHop(
      twin,
      router,
      ruling.action === 'drop' ? 'drops' : 'routes',
      ruling.reason,
      'rules in order, first match',
    ),
  ])
  if (!policy.ok) return [gateway.stage, policy]
  const rest = goal.network ? intoNetwork(twin, router, goal, goal.network) : outside(twin, router, network)
  return [gateway.stage, policy, ...rest]
}

type GatewayFound =
  { ok: true; stage: Stage; router: Id; network: Network } | { ok: false; stage: Stage; router: null }

function gatewayStage(twin: Twin, from: Attachment, lease: Lease): GatewayFound {
  const fail = (says: string, hops: Hop[] = []): GatewayFound => ({
    ok: false,
    router: null,
    stage: stage('gateway', false, says, hops),
  })
  const { gateway, network } = lease.server
  if (gateway === null)
    return fail('The lease names no gateway, so the client can talk inside its own network only.')
  const subnet = subnetOrNull(network?.subnet ?? null)
  if (subnet && !contains(subnet, gateway))
    return fail(`The gateway ${gateway} is outside ${subnet.cidr}, so the client has no way to ask for it.`)
  if (!network || network.routedBy === null) return fail('No router has an interface in this network.')
  const key = interfaceIn(twin.fabric, network.routedBy, network)
  if (!key || gateway !== network.gateway) return fail(`Nobody answers for the gateway ${gateway}.`)
  const way = frameWay(twin, from.place, { deviceId: network.routedBy, key })
  if (!way.ok) return fail(way.reason ?? '', way.hops)
  const name = deviceName(twin, network.routedBy)
  return {
    ok: true,
    router: network.routedBy,
    network,
    stage: stage('gateway', true, `${name} answers for ${gateway}.`, way.hops),
  }
}

function intoNetwork(twin: Twin, router: Id, goal: Goal, network: Network): Stage[] {
  const name = deviceName(twin, router)
  const key = network.routedBy === router ? interfaceIn(twin.fabric, router, network) : null
  if (!key)
    return [stage('onward', false, `${name} has no interface in ${network.name} and knows no way there.`)]
  if (!goal.place)
    return [
      stage(
        'onward',
        goal.label === network.name,
        `${name} would deliver into ${network.name}; nobody in the plan is there to answer.`,
      ),
    ]
  return roundTrip(
    twin,
    { deviceId: router, key },
    goal.place,
    `${name} has an interface in ${network.name} and delivers there.`,
  )
}

function outside(twin: Twin, router: Id, network: Network): Stage[] {
  const feed = feedBehind(twin, router)
  if (!feed.ok) return [stage('onward', false, feed.reason)]
  const { uplink } = feed
  const onward = stage(
    'onward',
    true,
    `${deviceName(twin, router)} sends it out by its uplink to ${feed.modemName}.`,
    [
      {
        ...routerHop(twin, router, 'routes', 'The default route leads to the feed.', 'default route'),
        outKey: socket(uplink),
        outPort: keyText(twin.site, router, socket(uplink)),
      },
    ],
  )
  const says = network.translated
    ? `${network.name} is translated to the uplink's address, so answers find their way back.`
    : `Addresses of ${network.name} are not translated. The outside cannot answer ${network.subnet}.`
  return [
    onward,
    stage('translation', network.translated, says, [
      routerHop(twin, router, network.translated ? 'translates' : 'drops', says, 'RFC 3022 section 2.2'),
    ]),
  ]
}

const routerHop = (
  twin: Twin,
  router: Id,
  decision: Hop['decision'],
  reason: string,
  clause: string,
): Hop => ({
  deviceId: router,
  deviceName: deviceName(twin, router),
  inKey: null,
  outKey: null,
  inPort: null,
  outPort: null,
  tagIn: null,
  tagOut: null,
  vid: null,
  decision,
  reason,
  clause,
})

const deviceName = (twin: Twin, id: Id): string => deviceOf(twin.site, id)?.name ?? id
