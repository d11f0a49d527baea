import { isIp } from '../../network/addressing'
import { DEVICE_KINDS, RECORD_DEFAULTS, USUAL_FACTORY } from '../../plan'
import type { DeviceKind, DeviceType, PortSpec } from '../../plan'
import { bad, good } from '../../lib/outcome'
import type { Outcome, Problem } from '../../lib/outcome'
import { readCsv, writeCsv } from './csv'

/** What stands in a row about a device type; radios, LEDs and sizes are in site files only. */
const COLUMNS = [
  'id',
  'name',
  'kind',
  'ports',
  'poe_class',
  'draw_w',
  'poe_budget_w',
  'pass_through_w',
  'firmware',
  'needs_licence',
  'manages_free',
  'factory_address',
  'factory_ip',
  'factory_serves',
  'factory_login',
  'factory_ssid',
  'factory_firmware',
  'applies',
  'in_carton',
  'not_in_carton',
  'mounts',
  'outdoor',
] as const
type Column = (typeof COLUMNS)[number]

const LIST = ' / '
const joined = (words: readonly string[]): string => words.join(LIST)
const parted = (text: string): string[] =>
  text
    .split('/')
    .map((word) => word.trim())
    .filter(Boolean)

/** One port as "label:Mbit/s:role:PoE". */
const portText = ({ label, maxMbps, role, pse }: PortSpec): string =>
  [label.replaceAll(/[:/]/g, ' '), maxMbps, role, pse ?? ''].join(':')

/** Device types as a table, one row each. */
export const typesCsv = (types: readonly DeviceType[]): string =>
  writeCsv(
    [...COLUMNS],
    types.map((type) => [
      type.id,
      type.name,
      type.kind,
      joined(type.ports.map(portText)),
      type.poeClass,
      type.drawW,
      type.poeBudgetW,
      type.passThroughW,
      type.currentFirmware,
      type.needsLicence ? 'yes' : 'no',
      type.managesFree,
      type.factory.addressing,
      type.factory.ip,
      type.factory.servesAddresses ? 'yes' : 'no',
      type.factory.login,
      type.factory.ssid,
      type.factory.firmware,
      type.applies,
      joined(type.inCarton),
      joined(type.notInCarton),
      joined(type.mounts),
      type.outdoorRating,
    ]),
  )

/** Reads a table of device types. Columns may stand in any order; what is missing is as usual. Every fault names its row and column. */
export function readTypesCsv(source: string): Outcome<DeviceType[]> {
  const table = readCsv(source)
  if (!table.ok) return table
  const { columns, rows } = table.value
  const lacking = (['name', 'kind'] as const).filter((column) => !columns.includes(column))
  if (lacking.length > 0)
    return bad({
      path: ['file'],
      code: 'csv.columns',
      message: `The columns ${lacking.join(' and ')} are missing.`,
    })
  const problems: Problem[] = []
  const types = rows.map((cells, i) => {
    const cell = (column: Column): string => cells[columns.indexOf(column)]?.trim() ?? ''
    const refuse = (column: Column, accepted: string) =>
      problems.push({
        path: [i + 2, column],
        code: 'csv.cell',
        message: `Row ${i + 2}, ${column}: “${cell(column)}”. Accepted: ${accepted}.`,
      })
    return typeFrom(cell, refuse, i)
  })
  return problems.length > 0 ? { ok: false, problems } : good(types)
}

type Cell = (column: Column) => string
type Refuse = (column: Column, accepted: string) => void

function typeFrom(cell: Cell, refuse: Refuse, index: number): DeviceType {
  const figure = (column: Column): number | null => {
    const text = cell(column)
    const value = Number(text)
    if (text === '') return null
    if (!Number.isFinite(value) || value < 0) refuse(column, 'a number of 0 or more, or nothing')
    return value
  }
  const oneOf = <T extends string>(column: Column, choices: readonly T[], usual: T): T => {
    const text = cell(column)
    if (text !== '' && !choices.includes(text as T)) refuse(column, choices.join(', '))
    return text === '' ? usual : (text as T)
  }
  const yes = (column: Column): boolean => oneOf(column, ['yes', 'no'], 'no') === 'yes'
  const ip = cell('factory_ip') || null
  if (ip !== null && !isIp(ip)) refuse('factory_ip', 'an IPv4 address, or nothing')
  if (cell('name') === '') refuse('name', 'a name')
  if (cell('kind') === '') refuse('kind', DEVICE_KINDS.join(', '))
  return {
    ...(RECORD_DEFAULTS.deviceTypes as DeviceType),
    id: cell('id') || `type-${index + 1}`,
    name: cell('name'),
    kind: oneOf<DeviceKind>('kind', DEVICE_KINDS, 'accessPoint'),
    ports: portsFrom(cell('ports'), refuse),
    poeClass: figure('poe_class'),
    drawW: figure('draw_w'),
    poeBudgetW: figure('poe_budget_w'),
    passThroughW: figure('pass_through_w'),
    currentFirmware: cell('firmware') || null,
    needsLicence: yes('needs_licence'),
    managesFree: figure('manages_free') ?? 0,
    factory: {
      ...USUAL_FACTORY,
      addressing: oneOf('factory_address', ['dhcp', 'fixed', 'none'], 'dhcp'),
      ip,
      servesAddresses: yes('factory_serves'),
      login: cell('factory_login'),
      ssid: cell('factory_ssid'),
      firmware: cell('factory_firmware') || null,
    },
    applies: oneOf('applies', ['together', 'atOnce', 'reboot'], 'together'),
    inCarton: parted(cell('in_carton')),
    notInCarton: parted(cell('not_in_carton')),
    mounts: parted(cell('mounts')),
    outdoorRating: cell('outdoor') || null,
  }
}

const PSE: readonly string[] = ['802.3af', '802.3at', '802.3bt-3', '802.3bt-4']
const SPEEDS = [10, 100, 1000, 2500, 5000, 10000]

function portsFrom(text: string, refuse: Refuse): PortSpec[] {
  return parted(text).map((one, i) => {
    const [label = '', speed = '1000', role = 'lan', pse = ''] = one.split(':').map((part) => part.trim())
    const isGood =
      label !== '' &&
      SPEEDS.includes(Number(speed)) &&
      (role === 'lan' || role === 'wan') &&
      (pse === '' || PSE.includes(pse))
    if (!isGood) refuse('ports', 'ports as label:1000:lan:802.3at, with “ / ” between them')
    return {
      number: i + 1,
      label,
      maxMbps: Number(speed),
      role: role === 'wan' ? 'wan' : 'lan',
      pse: pse === '' ? null : (pse as PortSpec['pse']),
    }
  })
}
