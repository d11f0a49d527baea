import { isIp } from '../../network/addressing'
import { networkOf } from '../../plan'
import type { Addressing, Device, Edit, Management, Network, Site } from '../../plan'
import { CellFault } from './cellFault'
import { NameBook } from './nameBook'
import { writeCsv } from './csv'
import type { CsvTable } from './csv'
import { cellReader, csvField, rowNumber } from './csvFields'
import type { Cells, CsvField, ImportPreview, Mapping } from './csvFields'

export const ADDRESS_FIELDS: readonly CsvField[] = [
  csvField('device', 'Device', true, 'name', 'hostname', 'host'),
  csvField('network', 'Network', false, 'vlan name'),
  csvField('addressing', 'Address by', false, 'method', 'type'),
  csvField('ip', 'IP address', false, 'address', 'ip', 'ipv4'),
  csvField('prefix', 'Mask /', false, 'prefix length', 'mask', 'cidr'),
  csvField('gateway', 'Gateway', false, 'router'),
  csvField('mac', 'Hardware address (MAC)', false, 'mac', 'hardware address'),
  csvField('device_id', 'Device id', false),
  csvField('network_id', 'Network id', false),
]

/** Every device's own address, one row each; ids only where a name is not enough. */
export function addressesCsv(site: Site): string {
  const { devices, networks } = booksOf(site)
  return writeCsv(
    ADDRESS_FIELDS.map(({ key }) => key),
    site.devices.map((device) => {
      const { name, mac, management } = device
      const network = networkOf(site, management.networkId)
      return [
        name,
        network?.name ?? '',
        management.addressing,
        management.ip,
        management.prefixLength,
        management.gateway,
        mac,
        devices.idIfNeeded(device),
        networks.idIfNeeded(network),
      ]
    }),
  )
}

interface Books {
  devices: NameBook<Device>
  networks: NameBook<Network>
}
const booksOf = (site: Site): Books => ({
  devices: new NameBook(site.devices, 'device'),
  networks: new NameBook(site.networks, 'network'),
})

/** What the rows would change. Empty cells and missing columns leave a thing as it is. */
export function readAddresses(site: Site, table: CsvTable, mapping: Mapping): ImportPreview<Edit> {
  const preview: ImportPreview<Edit> = { edits: [], changes: [], problems: [], unchanged: 0 }
  const books = booksOf(site)
  const seen = new Map<string, number>()
  const reader = cellReader(mapping)
  table.rows.forEach((cells, index) => {
    const row = rowNumber(index)
    try {
      const cell = reader(cells)
      const device = deviceOfRow(books, seen, cell, row)
      const next = changedDevice(device, books, cell)
      if (JSON.stringify(next) === JSON.stringify(device)) return void preview.unchanged++
      preview.edits.push({ op: 'put', collection: 'devices', record: next })
      preview.changes.push({ row, says: `${device.name}: ${words(device)} becomes ${words(next)}` })
    } catch (fault) {
      if (!(fault instanceof CellFault)) throw fault
      preview.problems.push({ row, column: fault.column, message: fault.message })
    }
  })
  return preview
}

const words = ({ management, mac }: Device): string =>
  [management.addressing, management.ip ? `${management.ip}/${management.prefixLength ?? '?'}` : null, mac]
    .filter((part) => part !== null)
    .join(' ')

function deviceOfRow({ devices }: Books, seen: Map<string, number>, cell: Cells, row: number): Device {
  const device = devices.find(cell.asIs('device') ?? '', cell('device_id') ?? '', 'Device')
  const before = seen.get(device.id)
  if (before !== undefined)
    throw new CellFault('Device', `${device.name} stands in row ${before} already. Keep one of the two.`)
  seen.set(device.id, row)
  return device
}

function changedDevice(device: Device, { networks }: Books, cell: Cells): Device {
  const { management } = device
  const next: Management = {
    networkId: networkIn(cell, networks, management.networkId),
    addressing: addressingIn(cell('addressing'), management.addressing),
    ip: ipIn(cell('ip'), 'IP address', management.ip),
    prefixLength: prefixIn(cell('prefix'), management.prefixLength),
    gateway: ipIn(cell('gateway'), 'Gateway', management.gateway),
  }
  const isNew = next.addressing !== management.addressing || next.ip !== management.ip
  if (isNew && next.addressing === 'fixed' && next.ip === null)
    throw new CellFault('IP address', `${device.name} is to have a fixed address, and none is given.`)
  return { ...device, management: next, mac: macIn(cell('mac'), device.mac) }
}

function networkIn(cell: Cells, networks: NameBook<Network>, now: string | null): string | null {
  return cell('network') || cell('network_id')
    ? networks.find(cell.asIs('network') ?? '', cell('network_id') ?? '', 'Network').id
    : now
}

const ADDRESSINGS: readonly Addressing[] = ['fixed', 'dhcp', 'reserved', 'none']

function addressingIn(text: string | undefined, now: Addressing): Addressing {
  if (!text) return now
  const found = ADDRESSINGS.find((value) => value === text.toLowerCase())
  if (!found)
    throw new CellFault('Address by', `“${text}” is not accepted. Accepted: ${ADDRESSINGS.join(', ')}.`)
  return found
}

function ipIn(text: string | undefined, column: string, now: string | null): string | null {
  if (!text) return now
  if (text.toLowerCase() === 'none') return null
  if (!isIp(text))
    throw new CellFault(column, `“${text}” is no IPv4 address. Four parts from 0 to 255 are expected.`)
  return text
}

function prefixIn(text: string | undefined, now: number | null): number | null {
  if (!text) return now
  const value = Number(text.replace(/^\//, ''))
  if (!Number.isInteger(value) || value < 0 || value > 32)
    throw new CellFault(
      'Mask /',
      `“${text}” is no prefix length. A whole number from 0 to 32 is expected, such as 24.`,
    )
  return value
}

function macIn(text: string | undefined, now: string | null): string | null {
  if (!text) return now
  const digits = text.replace(/[:.-]/g, '').toLowerCase()
  if (!/^[0-9a-f]{12}$/.test(digits))
    throw new CellFault(
      'Hardware address (MAC)',
      `“${text}” is no hardware address. Twelve hex digits are expected.`,
    )
  const mac = digits.match(/../g)?.join(':') ?? now
  return mac === now?.toLowerCase() ? now : mac
}
