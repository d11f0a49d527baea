import { KINDS } from './kinds'
import type { PartName } from './kinds'
import type { DeviceKind, Header } from './types'

export type Loose = Record<string, unknown>

const isObject = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** An object with one field under another name, in its place; without that field it stays as it is. */
const renamed = (object: Loose, from: string, to: string): Loose =>
  from in object
    ? Object.fromEntries(Object.entries(object).map(([key, value]) => [key === from ? to : key, value]))
    : object

/**
 * A plan of an earlier version as version 3 has it; what is of version 3 already, or no plan at all, comes back as it is.
 *   1 (site files and databases of 0.1.0 to 0.4.0): `wishes` are `requirements` with a `strength`, the way of calculating is
 *     `ground.model` and `ground.channelPlan24`, and the feed is stated once, in words and down and up.
 *   2 (of 0.5.0 in files; in databases until a record is written again): what only some kinds of device have lay flat in every device.
 */
export function movedPlan(old: unknown): unknown {
  if (!isObject(old)) return old
  const moved = renamed(movedHeader(old), 'wishes', 'requirements')
  return {
    ...moved,
    ...mapped(moved, 'requirements', movedRequirement),
    ...mapped(moved, 'devices', movedDevice),
  }
}

const mapped = (plan: Loose, list: string, move: (record: unknown) => unknown): Loose => {
  const records = plan[list]
  return Array.isArray(records) ? { [list]: records.map(move) } : {}
}

/** Where version 2 had the fields of each part: flat in the device. */
export const FLAT_BEFORE = {
  modem: ['bridgeMode'],
  router: ['role', 'uplink', 'upnp'],
  controller: ['licences'],
  adoption: ['controllerId'],
  station: ['opensPageOf'],
} as const satisfies Partial<Record<PartName, readonly string[]>>

/** A device of version 2 with its parts; flat fields that mean nothing for its kind go. */
export function movedDevice(old: unknown): unknown {
  if (!isObject(old) || typeof old.kind !== 'string') return old
  const has: readonly PartName[] = KINDS[old.kind as DeviceKind]?.parts ?? []
  const device: Loose = { ...old }
  for (const [part, fields] of Object.entries(FLAT_BEFORE)) {
    const stated = fields.filter((field) => field in device)
    if (stated.length > 0 && has.includes(part as PartName) && !isObject(device[part]))
      device[part] = Object.fromEntries(stated.map((field) => [field, device[field]]))
    for (const field of stated) Reflect.deleteProperty(device, field)
  }
  if (!has.includes('mesh') && isObject(device.mesh)) device.mesh = null
  // The parts list is worked out from the plan: what somebody ticked says nothing any more.
  Reflect.deleteProperty(device, 'powerPartListed')
  return device
}

const movedRequirement = (record: unknown): unknown =>
  isObject(record) ? renamed(record, 'wish', 'strength') : record

/** The site's own words, whole or in part. */
export function movedHeader(old: Loose, feedNow: Header['feed'] | null = null): Loose {
  const header: Loose = { ...old }
  if (isObject(old.ground))
    header.ground = renamed(renamed(old.ground, 'school', 'model'), 'channelSchool24', 'channelPlan24')
  const feed = movedFeed(old, feedNow)
  if (feed) header.feed = feed
  if (isObject(old.backhaul) && 'feedMbps' in old.backhaul) {
    const { feedMbps: _stated, ...backhaul } = old.backhaul
    header.backhaul = backhaul
  }
  return header
}

function movedFeed({ feed, backhaul }: Loose, now: Header['feed'] | null): Loose | null {
  const stated = isObject(backhaul) && 'feedMbps' in backhaul ? { downMbps: backhaul.feedMbps } : null
  if (typeof feed !== 'string' && !stated) return null
  return {
    ...(now ?? { words: '', downMbps: null, upMbps: null }),
    ...(isObject(feed) ? feed : {}),
    ...(typeof feed === 'string' ? { words: feed } : {}),
    ...stated,
  }
}
