import { letGoOnGround } from './groundLetGo'
import type { AirEnd, AirUplink, AnyRecord, Collection, Device, Header, Id, Port, Site } from './types'

/** The smallest things that can be done to a plan. A list of edits is one change, done whole or not at all. */
export type Edit =
  | { op: 'put'; collection: Collection; record: AnyRecord }
  | { op: 'remove'; collection: Collection; id: Id }
  | { op: 'move'; collection: Collection; id: Id; index: number }
  | { op: 'port'; deviceId: Id; port: Port }
  | { op: 'describe'; header: Partial<Header> }

/** The site after all edits; the given one is left as it was. References to removed records are let go. */
export const applyEdits = (site: Site, edits: Edit[]): Site => edits.reduce(applyEdit, site)

function applyEdit(site: Site, edit: Edit): Site {
  switch (edit.op) {
    case 'describe':
      return { ...site, ...edit.header }
    case 'put':
      return withRecords(site, edit.collection, (records) => put(records, edit.record))
    case 'move':
      return withRecords(site, edit.collection, (records) => move(records, edit.id, edit.index))
    case 'port':
      return {
        ...site,
        devices: site.devices.map((d) => (d.id === edit.deviceId ? putPort(d, edit.port) : d)),
      }
    case 'remove':
      return letGoOnGround(
        letGo(
          withRecords(site, edit.collection, (records) => records.filter(({ id }) => id !== edit.id)),
          edit.collection,
          edit.id,
        ),
        edit.collection,
        edit.id,
      )
  }
}

function withRecords(
  site: Site,
  collection: Collection,
  change: (records: AnyRecord[]) => AnyRecord[],
): Site {
  return { ...site, [collection]: change(site[collection]) }
}

function put(records: AnyRecord[], record: AnyRecord): AnyRecord[] {
  const known = records.some(({ id }) => id === record.id)
  return known ? records.map((old) => (old.id === record.id ? record : old)) : [...records, record]
}

function move(records: AnyRecord[], id: Id, index: number): AnyRecord[] {
  const moved = records.find((record) => record.id === id)
  if (!moved) return records
  const rest = records.filter((record) => record.id !== id)
  return [...rest.slice(0, index), moved, ...rest.slice(index)]
}

const putPort = (device: Device, port: Port) => ({
  ...device,
  ports: device.ports.map((old) => (old.number === port.number ? port : old)),
})

/** Removing a thing clears what pointed at it, so that a finding can speak of the gap instead of the file breaking. */
function letGo(site: Site, collection: Collection, id: Id): Site {
  const unless = (reference: Id | null) => (reference === id ? null : reference)
  switch (collection) {
    case 'networks':
      return {
        ...site,
        ssids: site.ssids.map((ssid) => ({ ...ssid, networkId: unless(ssid.networkId) })),
        devices: site.devices.map((device) => ({
          ...device,
          management: { ...device.management, networkId: unless(device.management.networkId) },
        })),
        rules: site.rules.filter(
          ({ fromNetworkId, to }) => fromNetworkId !== id && !(typeof to === 'object' && to.networkId === id),
        ),
        requirements: site.requirements.filter(
          ({ fromNetworkId, to }) => fromNetworkId !== id && !(typeof to === 'object' && to.networkId === id),
        ),
        areas: site.areas.map((area) => ({
          ...area,
          needs: area.needs.filter(({ networkId }) => networkId !== id),
        })),
        groups: site.groups.map((group) => ({
          ...group,
          jacks: group.jacks.filter(({ networkId }) => networkId !== id),
        })),
      }
    case 'profiles':
      return {
        ...site,
        ssids: site.ssids.map((ssid) => ({ ...ssid, profileId: unless(ssid.profileId) })),
        devices: site.devices.map((device) => (device.air ? withoutProfile(device, device.air, id) : device)),
      }
    case 'deviceTypes':
      return {
        ...site,
        devices: site.devices.map((device) => ({ ...device, typeId: unless(device.typeId) })),
      }
    case 'devices':
      return {
        ...site,
        links: site.links.filter(({ a, b }) => a.deviceId !== id && b.deviceId !== id),
        networks: site.networks.map((network) => ({
          ...network,
          routedBy: unless(network.routedBy),
          servedBy: unless(network.servedBy),
          announcedControllerId: unless(network.announcedControllerId),
        })),
        devices: site.devices.map((device) => withoutDevice(device, id)),
        profiles: site.profiles.map((profile) => ({
          ...profile,
          radius: profile.radius && { ...profile.radius, serverId: unless(profile.radius.serverId) },
        })),
        groups: site.groups.map((group) => ({
          ...group,
          accessPointIds: group.accessPointIds.filter((accessPointId) => accessPointId !== id),
        })),
        ssids: site.ssids.map((ssid) => ({
          ...ssid,
          accessPointIds: ssid.accessPointIds?.filter((accessPointId) => accessPointId !== id) ?? null,
        })),
      }
    case 'groups':
      return {
        ...site,
        ssids: site.ssids.map((ssid) => ({
          ...ssid,
          groupIds: ssid.groupIds?.filter((groupId) => groupId !== id) ?? null,
        })),
      }
    case 'ssids':
      return {
        ...site,
        devices: site.devices.map((device) =>
          device.air?.ssidId === id ? { ...device, air: null } : device,
        ),
      }
    default:
      return site
  }
}

/** A radio link whose end had that key stands there without one. */
function withoutProfile(device: Device, air: AirUplink, id: Id): Device {
  const end = (one: AirEnd | null) => (one?.profileId === id ? { ...one, profileId: null } : one)
  return { ...device, air: { ...air, near: end(air.near), far: end(air.far) } }
}

const withoutDevice = (device: Device, id: Id): Device => ({
  ...device,
  controllerId: device.controllerId === id ? null : device.controllerId,
  opensPageOf: device.opensPageOf === id ? null : device.opensPageOf,
  air: device.air?.deviceId === id ? null : device.air,
  radius: device.radius && {
    ...device.radius,
    clients: device.radius.clients.filter(({ deviceId }) => deviceId !== id),
  },
})
