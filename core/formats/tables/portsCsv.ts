import {
  endKey,
  keptStated,
  linkAt,
  neighbourAt,
  plugEdits,
  portName,
  portRange,
  switchingDevices,
} from '../../plan'
import type { CableCategory, Device, Edit, LinkEnd, Port, Site } from '../../plan'
import { CellFault } from './cellFault'
import { NameBook } from './nameBook'
import { writeCsv } from './csv'
import type { CsvTable } from './csv'
import { cellReader, csvField, rowNumber } from './csvFields'
import type { Cells, CsvField, ImportPreview, Mapping, RowProblem } from './csvFields'
import { slug } from '../text'

export const PORT_FIELDS: readonly CsvField[] = [
  csvField('device', 'Device', true, 'switch', 'switch name'),
  csvField('port', 'Port', true, 'port number', 'socket'),
  csvField('mode', 'Kind', false, 'port mode', 'type'),
  csvField(
    'native_vlan',
    'Native VLAN',
    false,
    'pvid',
    'native',
    'untagged',
    'untagged vlan',
    'access vlan',
    'vlan',
  ),
  csvField('tagged_vlans', 'Tagged VLANs', false, 'tagged', 'trunk vlans', 'allowed vlans'),
  csvField('poe', 'PoE', false, 'power'),
  csvField('speed_mbps', 'Speed, Mbit/s', false, 'speed'),
  csvField('to_device', 'Plugged in', false, 'to', 'neighbour', 'connected to', 'remote device'),
  csvField('to_port', 'Its port', false, 'remote port', 'neighbour port'),
  csvField('length_m', 'Length, m', false, 'length'),
  csvField('cable', 'Cable', false, 'category'),
  csvField('device_id', 'Device id', false),
  csvField('to_device_id', 'Id of what is plugged in', false),
]

/** Every port of every device with ports side by side, one row each; ids only where a name is not enough. */
export function portsCsv(site: Site): string {
  const book = new NameBook(site.devices, 'device')
  const rows = switchingDevices(site).flatMap((device) =>
    device.ports.map((port) => {
      const far = neighbourAt(site, { deviceId: device.id, port: port.number })
      return [
        device.name,
        port.number,
        port.mode,
        port.nativeVlan,
        port.mode === 'trunk' ? port.taggedVlans.join(' ') : '',
        port.poe ? 'on' : 'off',
        port.speedMbps,
        far?.device.name ?? '',
        far?.end.port ?? '',
        far?.link.lengthM ?? '',
        far?.link.category ?? '',
        book.idIfNeeded(device),
        book.idIfNeeded(far?.device),
      ]
    }),
  )
  return writeCsv(
    PORT_FIELDS.map(({ key }) => key),
    rows,
  )
}

const SPEEDS = [10, 100, 1000, 2500, 5000, 10000]
const CATEGORIES = ['cat5e', 'cat6', 'cat6a', 'fibre', 'mains'] as const

/** What the rows of a table would change. Empty cells and missing columns leave a thing as it is. */
export function readPorts(site: Site, table: CsvTable, mapping: Mapping): ImportPreview<Edit> {
  const preview: ImportPreview<Edit> = { edits: [], changes: [], problems: [], unchanged: 0 }
  const devices = new NameBook(site.devices, 'device')
  const seen = new Map<string, number>()
  const cables = new Map<string, { far: LinkEnd; row: number }>()
  const reader = cellReader(mapping)
  table.rows.forEach((cells, index) => {
    const row = rowNumber(index)
    try {
      readRow({ site, devices, seen, cables, preview, row }, reader(cells))
    } catch (fault) {
      if (!(fault instanceof CellFault)) throw fault
      preview.problems.push({ row, column: fault.column, message: fault.message } satisfies RowProblem)
    }
  })
  return preview
}

interface Reading {
  site: Site
  devices: NameBook<Device>
  seen: Map<string, number>
  cables: Map<string, { far: LinkEnd; row: number }>
  preview: ImportPreview<Edit>
  row: number
}

function readRow(reading: Reading, cell: Cells): void {
  const { seen, preview, row, site } = reading
  const { device, port } = portOfRow(reading, cell, 'device', 'port')
  const end: LinkEnd = { deviceId: device.id, port: port.number }
  const before = seen.get(endKey(end))
  if (before !== undefined)
    throw new CellFault(
      'Port',
      `${portName(site, end)} stands in row ${before} already. Keep one of the two.`,
    )
  seen.set(endKey(end), row)
  const next = changedPort(device, port, cell)
  const says = differences(port, next)
  if (says.length > 0) preview.edits.push({ op: 'port', deviceId: device.id, port: next })
  const cable = cableEdits(reading, end, cell)
  preview.edits.push(...cable.edits)
  const all = [...says, ...cable.says]
  if (all.length === 0) preview.unchanged++
  else preview.changes.push({ row, says: `${portName(site, end)}: ${all.join(', ')}` })
}

function portOfRow(
  { devices }: Reading,
  cell: Cells,
  deviceKey: string,
  portKey: string,
): { device: Device; port: Port } {
  const column = deviceKey === 'device' ? 'Device' : 'Plugged in'
  const device = devices.find(cell.asIs(deviceKey) ?? '', cell(`${deviceKey}_id`) ?? '', column)
  const number = wholeNumber(cell(portKey) ?? '')
  const port = device.ports.find((candidate) => candidate.number === number)
  if (!port)
    throw new CellFault(
      portKey === 'port' ? 'Port' : 'Its port',
      `${device.name} has no port “${cell(portKey) ?? ''}”. It has ${portRange(device.ports.map((p) => p.number))}.`,
    )
  return { device, port }
}

const wholeNumber = (text: string): number | null => (/^\d{1,6}$/.test(text) ? Number(text) : null)

function changedPort(device: Device, port: Port, cell: Cells): Port {
  const mode = oneOf(cell('mode'), 'Kind', ['access', 'trunk'] as const) ?? port.mode
  const nativeVlan = nativeOf(cell('native_vlan'), port.nativeVlan)
  const tagged = sameOrder(vlanList(cell('tagged_vlans')), port.taggedVlans)
  if (mode === 'access' && (cell('tagged_vlans') ?? '') !== '')
    throw new CellFault(
      'Tagged VLANs',
      `Port ${port.number} of ${device.name} is an access port and carries no tags. Make it a trunk, or leave the cell empty.`,
    )
  const poe = oneOf(cell('poe'), 'PoE', ['on', 'off', 'yes', 'no'] as const)
  return {
    ...port,
    mode,
    nativeVlan,
    // Some exports repeat the native VLAN among the tagged ones: it leaves untagged all the same.
    taggedVlans:
      mode === 'trunk' ? tagged.filter((vlanId) => vlanId !== nativeVlan) : mode === port.mode ? tagged : [],
    admit: mode === port.mode ? port.admit : mode === 'trunk' ? 'all' : 'untaggedOnly',
    poe: poe === undefined ? port.poe : poe === 'on' || poe === 'yes',
    speedMbps: speedOf(cell('speed_mbps'), port.speedMbps),
  }
}

function oneOf<T extends string>(
  text: string | undefined,
  column: string,
  accepted: readonly T[],
): T | undefined {
  if (text === undefined || text === '') return undefined
  const found = accepted.find((value) => value === text.toLowerCase())
  if (!found) throw new CellFault(column, `“${text}” is not accepted. Accepted: ${accepted.join(', ')}.`)
  return found
}

const isVlan = (value: number | null): value is number => value !== null && value >= 1 && value <= 4094
const VLAN_WORDS = 'A VLAN id from 1 to 4094 is expected'

function nativeOf(text: string | undefined, now: number | null): number | null {
  if (text === undefined || text === '') return now
  if (text.toLowerCase() === 'none') return null
  const value = wholeNumber(text)
  if (!isVlan(value)) throw new CellFault('Native VLAN', `“${text}” is no VLAN. ${VLAN_WORDS}, or none.`)
  return value
}

function vlanList(text: string | undefined): number[] | undefined {
  if (text === undefined || text === '') return undefined
  if (text.toLowerCase() === 'none') return []
  const values = text.split(/[\s,;]+/).filter(Boolean)
  return [
    ...new Set(
      values.map((part) => {
        const value = wholeNumber(part)
        if (!isVlan(value))
          throw new CellFault('Tagged VLANs', `“${part}” is no VLAN. ${VLAN_WORDS}, with spaces between.`)
        return value
      }),
    ),
  ].sort((a, b) => a - b)
}

/** The plan's own list where the table names the same VLANs in another order. */
function sameOrder(read: number[] | undefined, now: number[]): number[] {
  const isSame =
    read === undefined || (read.length === now.length && now.every((vlanId) => read.includes(vlanId)))
  return isSame ? now : read
}

function speedOf(text: string | undefined, now: number | null): number | null {
  if (text === undefined || text === '') return now
  if (['auto', 'negotiated'].includes(text.toLowerCase())) return null
  const value = wholeNumber(text)
  if (value === null || !SPEEDS.includes(value))
    throw new CellFault('Speed, Mbit/s', `“${text}” is no port speed. Accepted: auto, ${SPEEDS.join(', ')}.`)
  return value
}

function differences(before: Port, after: Port): string[] {
  const vlans = (list: number[]) => (list.length === 0 ? 'none' : list.join(' '))
  return [
    before.mode === after.mode ? null : `${after.mode}`,
    before.nativeVlan === after.nativeVlan
      ? null
      : `native VLAN ${before.nativeVlan ?? 'none'} becomes ${after.nativeVlan ?? 'none'}`,
    vlans(before.taggedVlans) === vlans(after.taggedVlans)
      ? null
      : `tagged ${vlans(before.taggedVlans)} becomes ${vlans(after.taggedVlans)}`,
    before.poe === after.poe ? null : `PoE ${after.poe ? 'on' : 'off'}`,
    before.speedMbps === after.speedMbps ? null : `speed ${after.speedMbps ?? 'negotiated'}`,
  ].filter((part) => part !== null)
}

/** A cable that is named and not there is put in; what was in either socket comes out. */
function cableEdits(reading: Reading, end: LinkEnd, cell: Cells): { edits: Edit[]; says: string[] } {
  const none = { edits: [], says: [] }
  if (!cell('to_device') && !cell('to_device_id')) return none
  const { site, cables, row } = reading
  const { device, port } = portOfRow(reading, cell, 'to_device', 'to_port')
  const far: LinkEnd = { deviceId: device.id, port: port.number }
  const link = linkAt(site, end)
  const there = linkAt(site, far)
  const same = link !== undefined && link === there
  if (device.id === end.deviceId && !same)
    throw new CellFault('Plugged in', `${portName(site, end)} cannot be plugged into ${device.name} itself.`)
  for (const [one, other] of [
    [end, far],
    [far, end],
  ] as const) {
    const claimed = cables.get(endKey(one))
    if (claimed && endKey(claimed.far) !== endKey(other))
      throw new CellFault('Plugged in', `${portName(site, one)} has another cable in row ${claimed.row}.`)
    cables.set(endKey(one), { far: other, row })
  }
  const lengthM = lengthOf(cell('length_m'), link?.lengthM ?? 1)
  const category: CableCategory = oneOf(cell('cable'), 'Cable', CATEGORIES) ?? link?.category ?? 'cat6'
  if (same && link.lengthM === lengthM && link.category === category) return none
  const id = slug(`l ${end.deviceId} ${end.port}`).slice(0, 40)
  return {
    edits: plugEdits(site, end, far, { id, lengthM, category, statedMbps: keptStated(link, category) }),
    says: [same ? `cable ${category}, ${lengthM} m` : `cable to ${portName(site, far)}`],
  }
}

function lengthOf(text: string | undefined, now: number): number {
  if (text === undefined || text === '') return now
  const value = Number(text.replace(',', '.'))
  if (!Number.isFinite(value) || value < 0 || value > 100_000)
    throw new CellFault('Length, m', `“${text}” is no length. Metres from 0 to 100 000 are expected.`)
  return value
}
