import type { DeviceType, PortSpec } from './types'

const type = (fields: Partial<DeviceType> & Pick<DeviceType, 'id' | 'name' | 'kind'>): DeviceType => ({
  ports: [],
  radios: [],
  poeClass: null,
  drawW: null,
  poeBudgetW: null,
  currentFirmware: null,
  needsLicence: false,
  maxAccessPoints: null,
  minimumFirmware: null,
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

/** The device types a new site begins with. Invented kinds with plain names; change or add to them in the site file. */
export const STARTER_TYPES: readonly DeviceType[] = [
  type({
    id: 't-modem',
    name: 'Fibre modem, bridge only, one port',
    kind: 'modem',
    ports: sockets(1),
    currentFirmware: '1.8.0',
  }),
  type({
    id: 't-gateway',
    name: 'Gateway, one feed and four LAN ports',
    kind: 'gateway',
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
    ports: sockets(8, '802.3at'),
    poeBudgetW: 65,
    currentFirmware: '3.1.5',
  }),
  type({
    id: 't-switch8bt',
    name: 'Switch, eight ports 802.3bt type 3, 240 W in all',
    kind: 'switch',
    ports: sockets(8, '802.3bt-3', 2500),
    poeBudgetW: 240,
    currentFirmware: '3.1.5',
  }),
  type({ id: 't-plain5', name: 'Unmanaged switch, five ports', kind: 'unmanagedSwitch', ports: sockets(5) }),
  type({
    id: 't-ap2',
    name: 'Ceiling AP, two radios, 802.3at',
    kind: 'accessPoint',
    ports: sockets(1),
    radios: [
      { band: '2.4', generation: 'ax', streams: 2, maxWidthMhz: 40, antennaGainDbi: 3 },
      { band: '5', generation: 'ax', streams: 2, maxWidthMhz: 80, antennaGainDbi: 4 },
    ],
    poeClass: 4,
    drawW: 16.5,
    currentFirmware: '6.2.0',
    needsLicence: true,
  }),
  type({
    id: 't-controller',
    name: 'Controller on site, small, for 25 access points',
    kind: 'controller',
    ports: sockets(1),
    poeClass: 3,
    drawW: 7.2,
    currentFirmware: '6.2.0',
    maxAccessPoints: 25,
    minimumFirmware: '5.8.0',
  }),
  type({ id: 't-till', name: 'Till terminal', kind: 'station', ports: sockets(1) }),
  type({ id: 't-station', name: 'Wired computer, printer or recorder', kind: 'station', ports: sockets(1) }),
]
