import { attachmentsOf, interfaceIn, managementInterface, placeKey } from '../layer2'
import type { Place } from '../layer2'
import { deviceOf, networkOf } from '../site'
import type { Id, Network } from '../site'
import type { Target } from './stages'
import { hearEachOther, perTwin } from './twin'
import type { Twin } from './twin'

export interface Goal {
  label: string
  /** The network the goal is in; null for the internet. */
  network: Network | null
  /** Where the goal hears frames; null when nobody of that network is in the plan. */
  place: Place | null
}

export function goalOf(twin: Twin, target: Target, from: Place): Goal | null {
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
      return network ? { label: network.name, network, place: someoneIn(twin, network, from) } : null
    }
  }
}

const push = (all: Map<Id, Place[]>, id: Id, place: Place): void => {
  const list = all.get(id)
  if (list) list.push(place)
  else all.set(id, [place])
}

/** Hosts to ping in each network, those first that the network's router hears. At most two are kept. */
const hostsOf = perTwin((twin: Twin): Map<Id, Place[]> => {
  const all = new Map<Id, Place[]>()
  const add = (networkId: Id | null, place: Place) => {
    if (networkId !== null && twin.fabric.nodes.has(place.deviceId)) push(all, networkId, place)
  }
  for (const device of twin.site.devices) {
    const network = networkOf(twin.site, device.management.networkId)
    const key = network && network.routedBy !== device.id && managementInterface(twin.fabric, device)
    if (network && key) add(network.id, { deviceId: device.id, key })
  }
  for (const { networkId, place } of attachmentsOf(twin.site))
    if ((all.get(networkId ?? '')?.length ?? 0) < MOST_HOSTS) add(networkId, place)
  return new Map([...all].map(([id, places]) => [id, choose(twin, id, places)]))
})

/** Enough to find two that stand well; more would only cost time. */
const MOST_HOSTS = 64

function choose(twin: Twin, networkId: Id, places: Place[]): Place[] {
  const network = networkOf(twin.site, networkId)
  const key = network?.routedBy ? interfaceIn(twin.fabric, network.routedBy, network) : null
  const router = network?.routedBy && key ? { deviceId: network.routedBy, key } : null
  const well: Place[] = []
  for (const place of places) {
    if (well.length === 2) break
    if (router && hearEachOther(twin, router, place)) well.push(place)
  }
  const rest = places.filter((place) => !well.includes(place)).slice(0, 2)
  return [...well, ...rest].slice(0, 2)
}

/** The hosts of a network that stand for it when somebody asks whether it is reached. */
export const standInsOf = (twin: Twin, networkId: Id): Place[] => hostsOf(twin).get(networkId) ?? []

/** A host of that network that is not the one who asks. */
const someoneIn = (twin: Twin, network: Network, from: Place): Place | null =>
  standInsOf(twin, network.id).find((place) => placeKey(place) !== placeKey(from)) ?? null
