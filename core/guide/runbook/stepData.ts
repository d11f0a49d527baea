import { KEPT_SECRET } from '../../plan'
import type { Id, Ip, Link, Requirement } from '../../plan'
import { bothVlans } from './changes/words'
import type { Part } from './changes/units'
import type { RunbookStep } from './runbook'
import type { Change, Cost } from './types'

/** Where the laptop is: in a port, or at a device's console. */
export type PlaceData = { deviceId: Id; port: number } | { console: Id }

/** One thing that is set: the value before and after; null: it is not there. A secret that is set is told as `(kept)`. */
export interface SetData {
  id: string
  deviceId: Id
  from: unknown
  to: unknown
}

/** A step as values: all that its sentences are made from. Minutes, clients. In docs/runbook.schema.json. */
export interface StepData {
  place: PlaceData
  /** Whose page is opened, at which address (null: over the internet), and what the laptop needs for it (null: at the console). */
  page: {
    deviceId: Id
    address: Ip | null
    laptop: {
      addressing: 'dhcp' | 'fixed'
      address: Ip | null
      prefixLength: number | null
      gateway: Ip | null
    } | null
  } | null
  /** Devices where hands are needed; the last is where the laptop is. */
  hands: Id[]
  sets: SetData[]
  /** Requirements that fail from this step on, for how many clients and how long. */
  cutsOff: { fromNetworkId: Id; to: Requirement['to']; clients: number; minutes: number }[]
  /** Networks that get together from this step on though both plans keep them apart. */
  exposes: { fromNetworkId: Id; says: string; clients: number; minutes: number }[]
  /** Whether the page that was changed still opens from there. */
  loss: RunbookStep['loss']
  /** Devices that boot for it, and those that have to renew their lease. */
  reboots: Id[]
  renews: Id[]
  walks: number
  minutes: number
  cost: Cost
}

export function stepData(step: RunbookStep): StepData {
  const { place, pageId, address, laptop, changes, cost } = step
  const ends = [...new Set(changes.flatMap(({ hands }) => hands.map(({ deviceId }) => deviceId)))]
  return {
    place: place.port === null ? { console: place.deviceId } : { deviceId: place.deviceId, port: place.port },
    page: pageId === null ? null : { deviceId: pageId, address, laptop },
    hands: [...ends.filter((id) => id !== place.deviceId), ...ends.filter((id) => id === place.deviceId)],
    sets: changes.map(setData),
    cutsOff: step.interrupts.map(({ requirement: { fromNetworkId, to }, clients, minutes }) => ({
      fromNetworkId,
      to,
      clients,
      minutes,
    })),
    exposes: step.breaks.map(({ fromNetworkId, says, clients, minutes }) => ({
      fromNetworkId,
      says,
      clients,
      minutes,
    })),
    loss: step.loss,
    reboots: step.reboots,
    renews: step.renews,
    walks: cost.walks,
    minutes: cost.minutes,
    cost,
  }
}

function setData({ id, deviceId, subject }: Change): SetData {
  switch (subject.kind) {
    case 'comes':
      return { id, deviceId, from: null, to: 'installed' }
    case 'goes':
      return { id, deviceId, from: 'installed', to: null }
    case 'cable':
      return { id, deviceId, from: cableData(subject.from), to: cableData(subject.to) }
    case 'unit':
      return { id, deviceId, ...unitData(subject) }
  }
}

const cableData = (link: Link | null) => link && { a: link.a, b: link.b }

/** Of two halves the first adds to what is there, and the second takes the old off. */
function unitData({ unit, from, to, half }: Extract<Change['subject'], { kind: 'unit' }>) {
  if (half === 'all' || !from || !to) return { from: partData(from), to: partData(to) }
  if (unit.startsWith('vlans:')) {
    const both = partData({ ...to, value: bothVlans(from, to) })
    return half === 'add' ? { from: partData(from), to: both } : { from: both, to: partData(to) }
  }
  return half === 'add' ? { from: null, to: partData(to) } : { from: partData(from), to: null }
}

/** The value of a unit, with the VLAN and subnet of the networks that are typed in with it. */
function partData(part: Part | null): unknown {
  if (!part) return null
  const value = withoutKeys(part.value)
  if (part.networks.length === 0 || typeof value !== 'object' || value === null) return value
  return { ...value, networks: part.networks.map(({ id, vlanId, subnet }) => ({ id, vlanId, subnet })) }
}

const SECRET = new Set(['passphrase', 'secret', 'password'])

const withoutKeys = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value ?? null, (key, one: unknown) =>
      SECRET.has(key) && one !== null ? KEPT_SECRET : one,
    ),
  ) as unknown
