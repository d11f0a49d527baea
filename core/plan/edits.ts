import { shared } from '../lib/shared'
import { withoutRecords } from './letGo'
import { sharedHeader } from './change'
import type { AnyRecord, Collection, Device, Header, Id, Port, Site } from './types'

/** The smallest things that can be done to a plan. A list of edits is one change, done whole or not at all. */
export type Edit =
  | { op: 'put'; collection: Collection; record: AnyRecord }
  | { op: 'remove'; collection: Collection; id: Id }
  | { op: 'move'; collection: Collection; id: Id; index: number }
  | { op: 'port'; deviceId: Id; port: Port }
  | { op: 'describe'; header: Partial<Header> }

/** The site after all edits; the given one is left as it was, and what they do not change is the same objects. References to removed records are let go. */
export const applyEdits = (site: Site, edits: Edit[]): Site => edits.reduce(applyEdit, site)

function applyEdit(site: Site, edit: Edit): Site {
  switch (edit.op) {
    case 'describe':
      return { ...site, ...sharedHeader(site, edit.header) }
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
      return withoutRecords(site, edit.collection, new Set([edit.id]))
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
  return known
    ? records.map((old) => (old.id === record.id ? shared(old, record) : old))
    : [...records, record]
}

function move(records: AnyRecord[], id: Id, index: number): AnyRecord[] {
  const moved = records.find((record) => record.id === id)
  if (!moved) return records
  const rest = records.filter((record) => record.id !== id)
  return [...rest.slice(0, index), moved, ...rest.slice(index)]
}

const putPort = (device: Device, port: Port) => ({
  ...device,
  ports: device.ports.map((old) => (old.number === port.number ? shared(old, port) : old)),
})
