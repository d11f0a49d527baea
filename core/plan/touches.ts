import type { Change } from './change'
import type { Edit } from './edits'
import { namedIn } from './referenceWalk'
import type { AnyRecord, Collection, Device, Id, Site } from './types'

/**
 * A piece of a plan that one person at a time can change: a record, one port of a device, a line of the brief, the order of a
 * list. Two ports of one device are two pieces, so two people can set them side by side.
 */
export type Piece = string

const recordPiece = (collection: Collection, id: Id): Piece => `${collection}/${id}`
const portPiece = (deviceId: Id, number: number): Piece => `devices/${deviceId}#${number}`
const headerPiece = (field: string): Piece => `header/${field}`
const orderPiece = (collection: Collection): Piece => `order/${collection}`

/** Which record a piece is of, and of which port; null for the brief and the order of a list. */
export function pieceOf(piece: Piece): { collection: Collection; id: Id; port: number | null } | null {
  const [, collection, id, port] = /^(\w+)\/([^#]+)(?:#(\d+))?$/.exec(piece) ?? []
  if (!collection || !id || collection === 'header' || collection === 'order') return null
  return { collection: collection as Collection, id, port: port === undefined ? null : Number(port) }
}

const withoutPorts = (device: Device): string => JSON.stringify({ ...device, ports: device.ports.length })

/** The pieces that differ between two states of a record. */
function changedPieces(collection: Collection, from: AnyRecord, to: AnyRecord): Piece[] {
  if (collection !== 'devices') return [recordPiece(collection, to.id)]
  const [before, after] = [from as Device, to as Device]
  const ports = after.ports.filter(
    (port) =>
      JSON.stringify(port) !== JSON.stringify(before.ports.find(({ number }) => number === port.number)),
  )
  return [
    ...(withoutPorts(before) === withoutPorts(after) ? [] : [recordPiece('devices', to.id)]),
    ...ports.map(({ number }) => portPiece(to.id, number)),
  ]
}

/** Every piece that a change left otherwise than it was. */
const piecesChanged = (change: Change): Piece[] => [
  ...Object.keys(change.header?.to ?? {}).map(headerPiece),
  ...change.added.map(({ collection, record }) => recordPiece(collection, record.id)),
  ...change.removed.map(({ collection, record }) => recordPiece(collection, record.id)),
  ...change.updated.flatMap(({ collection, from, to }) => changedPieces(collection, from, to)),
  ...change.reordered.map(({ collection }) => orderPiece(collection)),
]

/** Records that a change made name another: what is removed then must not take them along unseen. */
const namedAnew = (change: Change): Piece[] =>
  [...change.added, ...change.updated.map(({ collection, to }) => ({ collection, record: to }))].flatMap(
    ({ collection, record }) => namedIn(collection, record).map(({ to, id }) => recordPiece(to, id)),
  )

/** The pieces that an edit rests on: what it touches, and the records that it names. */
function restsOn(site: Site, edit: Edit): Piece[] {
  switch (edit.op) {
    case 'describe':
      return Object.keys(edit.header).map(headerPiece)
    case 'move':
      return [recordPiece(edit.collection, edit.id), orderPiece(edit.collection)]
    case 'port':
      return [recordPiece('devices', edit.deviceId), portPiece(edit.deviceId, edit.port.number)]
    case 'remove':
      return [recordPiece(edit.collection, edit.id), ...portsOf(site, edit.collection, edit.id)]
    case 'put':
      return [
        recordPiece(edit.collection, edit.record.id),
        ...portsOf(site, edit.collection, edit.record.id),
        ...namedIn(edit.collection, edit.record).map(({ to, id }) => recordPiece(to, id)),
      ]
  }
}

const portsOf = (site: Site, collection: Collection, id: Id): Piece[] =>
  collection === 'devices'
    ? (site.devices.find((device) => device.id === id)?.ports ?? []).map(({ number }) =>
        portPiece(id, number),
      )
    : []

/** The pieces on which edits and a change made since they were begun get into each other's way; empty: they go side by side. */
export function inEachOthersWay(site: Site, edits: readonly Edit[], since: Change): Piece[] {
  const changed = new Set(piecesChanged(since))
  const named = new Set(namedAnew(since))
  const removed = edits.flatMap((edit) =>
    edit.op === 'remove' ? [recordPiece(edit.collection, edit.id)] : [],
  )
  return [
    ...new Set([
      ...edits.flatMap((edit) => restsOn(site, edit)).filter((piece) => changed.has(piece)),
      ...removed.filter((piece) => named.has(piece)),
    ]),
  ]
}
