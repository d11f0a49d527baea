import { awareSocketsBehind, classify, placeKey, portAt, socketNumber } from '../../network/layer2'
import type { Fabric, Place } from '../../network/layer2'
import { keptPerTwin } from '../../network/layer3'
import type { Twin } from '../../network/layer3'
import { deviceOf, isAccessPoint, portName, vlanName, wanOf } from '../../plan'
import type { LinkEnd, Site } from '../../plan'
import { putPort } from './mends'
import type { Mend, PlanView, Rule, Sighting } from './types'
import { atPort } from './where'

/**
 * Two VLAN-aware ends that put one untagged frame on different VLANs, straight over a cable or over any number of plain
 * devices between them. Judged by what frames do: who may be sent an untagged frame, and what is made of it. Each pair
 * of ends is named once.
 */
export const vln2: Rule = {
  code: 'VLN-2',
  check: (plan) =>
    facing(plan.twin, '', () => facingSockets(plan.twin)).flatMap(([start, end]) =>
      compare(plan, start, end),
    ),
}

/** Who faces whom is the same however ports are set. */
const facing = keptPerTwin<[Place, Place][]>('sockets that face each other')

function facingSockets({ fabric }: Twin): [Place, Place][] {
  const seen = new Set<string>()
  return untaggedPlaces(fabric).flatMap((start) =>
    awareSocketsBehind(fabric, start).flatMap((end): [Place, Place][] => {
      const pair = [start, end].map(placeKey).sort().join(' ')
      if (seen.has(pair)) return []
      seen.add(pair)
      return [[start, end]]
    }),
  )
}

/** Sockets of VLAN-aware devices, a router's uplink aside. */
const untaggedPlaces = ({ nodes }: Fabric): Place[] =>
  [...nodes.values()].flatMap(({ device, behaviour, ports }) =>
    behaviour !== 'aware'
      ? []
      : [...ports.values()].flatMap(({ key, group, peer }) => {
          const number = socketNumber(key)
          const isUplink = wanOf(device)?.port === number
          return number === null || !peer || group !== 'lan' || isUplink ? [] : [{ deviceId: device.id, key }]
        }),
  )

function compare({ site, twin }: PlanView, a: Place, b: Place): Sighting[] {
  const [there, back] = [madeOf(twin, a, b), madeOf(twin, b, a)]
  if (there === null && back === null) return []
  const ends = [a, b].map(({ deviceId, key }) => ({ deviceId, port: socketNumber(key) ?? 0 }))
  const [endA, endB] = ends
  if (!endA || !endB) return []
  const natives = [a, b].map((place) => portAt(twin.fabric, place)?.membership.pvid ?? null)
  const words = (end: LinkEnd, vlanId: number | null) =>
    `${portName(site, end)} ${vlanId === null ? 'drops untagged frames' : `puts untagged frames on ${vlanName(site, vlanId)}`}`
  return [
    {
      says: `${words(endA, natives[0] ?? null)}; ${words(endB, natives[1] ?? null)}.`,
      where: [atPort(site, endA), atPort(site, endB)],
      mend: followAccessPoint(site, endA, endB, natives[0] ?? null, natives[1] ?? null),
    },
  ]
}

/** What becomes of an untagged frame from one end at the other: another VLAN or a drop, where the first one sends such. */
function madeOf(twin: Twin, from: Place, to: Place): 'dropped' | 'moved' | null {
  const [near, far] = [portAt(twin.fabric, from)?.membership, portAt(twin.fabric, to)?.membership]
  if (!near || !far || near.pvid === null) return null
  const got = classify(far, null)
  if (!got.ok) return 'dropped'
  return got.vid === near.pvid ? null : 'moved'
}

/** An access point's native VLAN is where its own management lives, so the switch port follows it. */
function followAccessPoint(
  site: Site,
  endA: LinkEnd,
  endB: LinkEnd,
  a: number | null,
  b: number | null,
): Mend | undefined {
  const isAp = (end: LinkEnd) => isAccessPoint(deviceOf(site, end.deviceId))
  if (isAp(endA) === isAp(endB)) return undefined
  const [switchEnd, nativeVlan] = isAp(endA) ? [endB, a] : [endA, b]
  const port = deviceOf(site, switchEnd.deviceId)?.ports.find(({ number }) => number === switchEnd.port)
  if (!port || nativeVlan === null) return undefined
  const taggedVlans = port.taggedVlans.filter((vlanId) => vlanId !== nativeVlan)
  return putPort(`Set native VLAN ${nativeVlan} on ${portName(site, switchEnd)}`, switchEnd.deviceId, {
    ...port,
    nativeVlan,
    taggedVlans,
  })
}
