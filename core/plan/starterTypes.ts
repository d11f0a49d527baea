import { USUAL_FACTORY } from './carton'
import { RECORD_DEFAULTS } from './recordDefaults'
import type { DeviceType, Factory, PortSpec } from './types'

const type = (fields: Partial<DeviceType> & Pick<DeviceType, 'id' | 'name' | 'kind'>): DeviceType => ({
  ...(RECORD_DEFAULTS.deviceTypes as DeviceType),
  ...fields,
})

const sockets = (count: number, pse: PortSpec['pse'] = null, maxMbps = 1000): PortSpec[] =>
  Array.from({ length: count }, (_, i) => ({
    number: i + 1,
    label: String(i + 1),
    role: 'lan',
    maxMbps,
    pse,
  }))

const label = (part: Partial<Factory>): Factory => ({ ...USUAL_FACTORY, ...part })

const SWITCH_LABEL = label({ addressing: 'fixed', ip: '192.168.0.200' })

/** An access point that asks for an address, and has one of its own where nobody answers. */
const AP_CARTON: Partial<DeviceType> = {
  factory: label({ ip: '192.168.88.20', ssid: 'setup-ap', firmware: '6.0.4' }),
  inCarton: ['access point', 'ceiling bracket', 'screws and plugs'],
  notInCarton: ['injector or PoE port', 'licence'],
  mounts: ['ceiling', 'wall'],
  family: 'quayside',
  meshesWith: ['quayside'],
}

/** Two bands for clients, and a third radio that can be kept for the nodes among themselves. */
const MESH_RADIOS: DeviceType['radios'] = (['2.4', '5', '6'] as const).map((band) => ({
  band,
  generation: 'ax',
  streams: 2,
  maxWidthMhz: band === '2.4' ? 40 : 160,
  antennaGainDbi: 3,
  maxPowerDbm: 20,
}))

/** The device types a new site begins with. Invented kinds with plain names; change or add to them in the site file. */
export const STARTER_TYPES: readonly DeviceType[] = [
  type({
    id: 't-modem',
    name: 'Fibre modem, bridge only, one port',
    kind: 'modem',
    factory: label({ addressing: 'fixed', ip: '192.168.100.1' }),
    ports: sockets(1),
    currentFirmware: '1.8.0',
  }),
  type({
    id: 't-gateway',
    name: 'Gateway, one feed and four LAN ports',
    kind: 'gateway',
    factory: label({ addressing: 'fixed', ip: '192.168.1.1', servesAddresses: true, firmware: '7.1.0' }),
    inCarton: ['gateway', 'supply'],
    ports: [
      { number: 1, label: 'feed', role: 'wan', maxMbps: 1000, pse: null },
      ...sockets(4).map((port, i) => ({ ...port, number: i + 2, label: `L${i + 1}` })),
    ],
    currentFirmware: '7.4.2',
  }),
  type({
    id: 't-switch8',
    name: 'Switch, eight ports 802.3at, 65 W in all',
    kind: 'switch',
    factory: SWITCH_LABEL,
    inCarton: ['switch', 'mains lead', 'rack ears'],
    ports: sockets(8, '802.3at'),
    poeBudgetW: 65,
    currentFirmware: '3.1.5',
  }),
  type({
    id: 't-switch8bt',
    name: 'Switch, eight ports 802.3bt type 3, 240 W in all',
    kind: 'switch',
    factory: SWITCH_LABEL,
    inCarton: ['switch', 'mains lead', 'rack ears'],
    ports: sockets(8, '802.3bt-3', 2500),
    poeBudgetW: 240,
    currentFirmware: '3.1.5',
  }),
  type({
    id: 't-switch16',
    name: 'Switch, sixteen ports 802.3at, 150 W in all',
    kind: 'switch',
    factory: SWITCH_LABEL,
    inCarton: ['switch', 'mains lead', 'rack ears'],
    ports: sockets(16, '802.3at'),
    poeBudgetW: 150,
    currentFirmware: '3.1.5',
  }),
  type({
    id: 't-switch24bt',
    name: 'Switch, twenty-four ports 802.3bt type 3, 740 W in all',
    kind: 'switch',
    factory: SWITCH_LABEL,
    inCarton: ['switch', 'mains lead', 'rack ears'],
    ports: sockets(24, '802.3bt-3', 2500),
    poeBudgetW: 740,
    currentFirmware: '3.1.5',
  }),
  type({ id: 't-plain5', name: 'Unmanaged switch, five ports', kind: 'unmanagedSwitch', ports: sockets(5) }),
  type({
    id: 't-ap2',
    name: 'Ceiling AP, two radios, 802.3at',
    kind: 'accessPoint',
    ...AP_CARTON,
    ports: sockets(1),
    radios: [
      { band: '2.4', generation: 'ax', streams: 2, maxWidthMhz: 40, antennaGainDbi: 3, maxPowerDbm: 20 },
      { band: '5', generation: 'ax', streams: 2, maxWidthMhz: 80, antennaGainDbi: 4, maxPowerDbm: 20 },
    ],
    poeClass: 4,
    drawW: 16.5,
    currentFirmware: '6.2.0',
    needsLicence: true,
  }),
  type({
    id: 't-ap2j',
    name: 'Wall AP, two radios, one wired jack, 802.3at',
    kind: 'accessPoint',
    ...AP_CARTON,
    ports: sockets(2).map((port, i) => (i === 0 ? port : { ...port, label: 'jack' })),
    radios: [
      { band: '2.4', generation: 'ax', streams: 2, maxWidthMhz: 40, antennaGainDbi: 3, maxPowerDbm: 20 },
      { band: '5', generation: 'ax', streams: 2, maxWidthMhz: 80, antennaGainDbi: 4, maxPowerDbm: 20 },
    ],
    poeClass: 4,
    drawW: 18,
    currentFirmware: '6.2.0',
    needsLicence: true,
  }),
  type({
    id: 't-router',
    name: 'Household router, one WAN and four LAN ports, two radios',
    kind: 'router',
    factory: label({
      addressing: 'fixed',
      ip: '192.168.1.1',
      servesAddresses: true,
      ssid: 'setup-home',
      firmware: '2.0.9',
    }),
    applies: 'reboot',
    inCarton: ['router', 'supply', 'one patch cord'],
    ports: [
      { number: 1, label: 'WAN', role: 'wan', maxMbps: 1000, pse: null },
      ...sockets(4).map((port, i) => ({ ...port, number: i + 2, label: `L${i + 1}` })),
    ],
    radios: [
      { band: '2.4', generation: 'n', streams: 2, maxWidthMhz: 40, antennaGainDbi: 2, maxPowerDbm: 20 },
      { band: '5', generation: 'ac', streams: 2, maxWidthMhz: 80, antennaGainDbi: 2, maxPowerDbm: 20 },
    ],
    currentFirmware: '2.0.9',
  }),
  type({
    id: 't-mesh',
    name: 'Mesh gateway, one 2.5 G WAN and two LAN ports, three radios',
    kind: 'router',
    factory: label({
      addressing: 'fixed',
      ip: '192.168.1.1',
      servesAddresses: true,
      ssid: 'setup-mesh',
      firmware: '3.0.2',
    }),
    applies: 'reboot',
    inCarton: ['mesh gateway', 'supply', 'one patch cord'],
    ports: [
      { number: 1, label: 'WAN', role: 'wan', maxMbps: 2500, pse: null },
      { number: 2, label: 'L1', role: 'lan', maxMbps: 2500, pse: null },
      { number: 3, label: 'L2', role: 'lan', maxMbps: 1000, pse: null },
    ],
    radios: MESH_RADIOS,
    currentFirmware: '3.0.2',
    family: 'hearth',
    meshesWith: ['hearth'],
  }),
  type({
    id: 't-mesh-node',
    name: 'Mesh node, two LAN ports, three radios',
    kind: 'accessPoint',
    factory: label({ ip: '192.168.1.2', ssid: 'setup-mesh', firmware: '3.0.2' }),
    inCarton: ['mesh node', 'supply'],
    ports: [
      { number: 1, label: '1', role: 'lan', maxMbps: 2500, pse: null },
      { number: 2, label: '2', role: 'lan', maxMbps: 1000, pse: null },
    ],
    radios: MESH_RADIOS,
    currentFirmware: '3.0.2',
    family: 'hearth',
    meshesWith: ['hearth'],
  }),
  type({
    id: 't-bridge',
    name: 'Bridge unit, 5 GHz, one port, 802.3af',
    kind: 'router',
    factory: label({ addressing: 'fixed', ip: '192.168.55.20', firmware: '2.1.4' }),
    inCarton: ['bridge unit', 'mast clamp'],
    notInCarton: ['injector', 'outdoor cable'],
    outdoorRating: 'IP65',
    ports: sockets(1),
    radios: [
      { band: '5', generation: 'ac', streams: 2, maxWidthMhz: 80, antennaGainDbi: 17, maxPowerDbm: 20 },
    ],
    poeClass: 3,
    drawW: 9,
    currentFirmware: '2.1.4',
  }),
  type({ id: 't-radius', name: 'Login server (RADIUS), small', kind: 'radius', ports: sockets(1) }),
  type({
    id: 't-injector',
    name: 'Injector, data in and power out, 802.3at',
    kind: 'injector',
    ports: [
      { number: 1, label: 'in', role: 'lan', maxMbps: 1000, pse: null },
      { number: 2, label: 'out', role: 'lan', maxMbps: 1000, pse: '802.3at' },
    ],
  }),
  type({
    id: 't-powerline',
    name: 'Powerline adapter, one of a pair',
    kind: 'powerline',
    ports: [
      { number: 1, label: '1', role: 'lan', maxMbps: 1000, pse: null },
      { number: 2, label: 'mains', role: 'lan', maxMbps: 1000, pse: null },
    ],
  }),
  type({
    id: 't-controller',
    name: 'Controller on site, small, for 25 access points',
    kind: 'controller',
    factory: label({ ip: '192.168.77.1', firmware: '6.2.0' }),
    inCarton: ['controller'],
    notInCarton: ['injector or PoE port', 'licences'],
    managesFree: 2,
    ports: sockets(1),
    poeClass: 3,
    drawW: 7.2,
    currentFirmware: '6.2.0',
    maxAccessPoints: 25,
    minimumFirmware: '5.8.0',
  }),
  type({
    id: 't-controller-vm',
    name: 'Controller as a virtual machine, sized by access points and clients',
    kind: 'controller',
    ports: sockets(3),
    factory: label({ firmware: '6.2.0' }),
    currentFirmware: '6.2.0',
    maxAccessPoints: 500,
    minimumFirmware: '5.8.0',
    managesFree: 2,
    notInCarton: ['a machine to run on', 'licences'],
    capacity: [
      { accessPoints: 50, clients: 1000, vcpus: 2, memoryGb: 4, diskGb: 40 },
      { accessPoints: 200, clients: 4000, vcpus: 4, memoryGb: 8, diskGb: 80 },
      { accessPoints: 500, clients: 10000, vcpus: 8, memoryGb: 16, diskGb: 160 },
    ],
  }),
  type({
    id: 't-gateway-m',
    name: 'Gateway that manages four access points without a licence',
    kind: 'gateway',
    factory: label({ addressing: 'fixed', ip: '192.168.1.1', servesAddresses: true, firmware: '7.1.0' }),
    inCarton: ['gateway', 'supply'],
    ports: [
      { number: 1, label: 'feed', role: 'wan', maxMbps: 1000, pse: null },
      ...sockets(4).map((port, i) => ({ ...port, number: i + 2, label: `L${i + 1}` })),
    ],
    currentFirmware: '7.4.2',
    maxAccessPoints: 8,
    minimumFirmware: '5.8.0',
    managesFree: 4,
  }),
  type({ id: 't-till', name: 'Till terminal', kind: 'station', ports: sockets(1) }),
  type({ id: 't-station', name: 'Wired computer, printer or recorder', kind: 'station', ports: sockets(1) }),
]
