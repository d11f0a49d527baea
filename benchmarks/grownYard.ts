import { NEW_ROUTER, USUAL_CARTON, bareDevice, emptySite, newPort, newSsid } from '~/core/plan'
import type { Device, DeviceType, Link, Network, Point, Port, Rule, Site } from '~/core/plan'

const NETWORKS = 20
const SSIDS = 8
const MOST_SWITCHES = 60
const SWITCH_PORTS = 24
const GEAR = 100

/**
 * An invented large site: 8 SSIDs on every access point, 20 networks, up to 60 switches (more where the sockets do not do) behind one core
 * switch, drop rules between guests and the rest.
 */
export function grownYard(accessPoints: number): Site {
  const switches = Math.max(
    Math.min(MOST_SWITCHES, Math.max(1, Math.ceil(accessPoints / 9))),
    Math.ceil(accessPoints / (SWITCH_PORTS - 1)),
  )
  const networks = Array.from({ length: NETWORKS }, (_, i) => network(i))
  const vlans = networks.map(({ vlanId }) => vlanId)
  const trunk = (number: number): Port => ({
    ...newPort(number, GEAR),
    mode: 'trunk',
    taggedVlans: vlans.filter((vlanId) => vlanId !== GEAR),
    admit: 'all',
    poe: true,
  })
  const sockets = (count: number) => Array.from({ length: count }, (_, i) => trunk(i + 1))
  const devices: Device[] = [
    { ...managed('modem', 'Modem', 'modem', [newPort(1)]), management: none },
    {
      ...managed('gw', 'Gateway', 'gateway', [newPort(1), trunk(2)], '10.100.0.1'),
      router: {
        ...NEW_ROUTER,
        uplink: { port: 1, addressing: 'dhcp', ip: null, prefixLength: null, gateway: null },
      },
    },
    managed('core', 'Core switch', 'switch', sockets(switches + 2), '10.100.0.2'),
  ]
  const links: Link[] = [cable('modem', 1, 'gw', 1), cable('gw', 2, 'core', switches + 2)]
  for (let s = 0; s < switches; s++) {
    devices.push(managed(`sw${s}`, `Switch ${s}`, 'switch', sockets(SWITCH_PORTS), `10.100.1.${s + 1}`))
    links.push(cable(`sw${s}`, SWITCH_PORTS, 'core', s + 1))
  }
  for (let a = 0; a < accessPoints; a++) {
    const ap: Device = {
      ...managed(`ap${a}`, `AP ${a}`, 'accessPoint', [{ ...trunk(1), taggedVlans: [] }]),
      typeId: AP_TYPE.id,
      powerSource: 'supply',
      radios: [{ band: '5', enabled: true, channel: 36, widthMhz: 20, powerDbm: null, locked: false }],
    }
    devices.push(ap)
    links.push(cable(ap.id, 1, `sw${a % switches}`, Math.floor(a / switches) + 1))
  }
  return {
    ...emptySite(`Grown, ${accessPoints} access points`),
    country: 'NL',
    networks,
    devices,
    links,
    deviceTypes: [AP_TYPE],
    profiles: [
      {
        id: 'p',
        name: 'Key',
        mode: 'wpa3-sae',
        passphrase: 'never used anywhere',
        wps: false,
        isDefault: false,
        radius: null,
      },
    ],
    ssids: Array.from({ length: SSIDS }, (_, i) => ({
      ...newSsid(`s${i}`, 'p'),
      name: `Yard ${i}`,
      networkId: `n${i + 1}`,
    })),
    rules: rules(networks),
  }
}

const COLUMNS = 25
const PITCH_M = 12

/** Eight channels of 20 MHz in a pattern: neighbours never share one. */
const CHANNELS = [36, 40, 44, 48, 52, 56, 60, 64]
const channelAt = (i: number): number =>
  CHANNELS[((i % COLUMNS) % 4) + (Math.floor(i / COLUMNS) % 2) * 4] ?? 36

/** The same with every access point on one level, twelve metres apart, and a wall between every two rows. */
export function placedYard(accessPoints: number): Site {
  const site = grownYard(accessPoints)
  const rows = Math.ceil(accessPoints / COLUMNS)
  const at = (i: number): Point => [
    ((i % COLUMNS) + 0.5) * PITCH_M,
    (Math.floor(i / COLUMNS) + 0.5) * PITCH_M,
  ]
  return {
    ...site,
    levels: [{ id: 'g', name: 'Ground', floorM: 0, heightM: 4, slabMaterial: 'concrete', slabMm: 0 }],
    walls: Array.from({ length: rows - 1 }, (_, row) => ({
      id: `w${row}`,
      levelId: 'g',
      points: [
        [0, (row + 1) * PITCH_M],
        [COLUMNS * PITCH_M, (row + 1) * PITCH_M],
      ],
      material: 'brick',
      thicknessMm: 120,
      heightM: null,
      ownLossDb: null,
      openings: [],
    })),
    devices: site.devices.map((device) =>
      device.id.startsWith('ap')
        ? {
            ...device,
            radios: device.radios.map((radio) => ({
              ...radio,
              channel: channelAt(Number(device.id.slice(2))),
            })),
            position: {
              levelId: 'g',
              at: at(Number(device.id.slice(2))),
              heightM: 3,
              antennaId: null,
              azimuthDeg: 0,
              tiltDeg: 0,
              locked: false,
            },
          }
        : device,
    ),
  }
}

const AP_TYPE: DeviceType = {
  id: 't-ap',
  name: 'Access point',
  kind: 'accessPoint',
  ports: [{ number: 1, label: '1', role: 'lan', maxMbps: 1000, pse: null }],
  radios: [],
  poeClass: 4,
  drawW: 14,
  poeBudgetW: null,
  currentFirmware: null,
  needsLicence: false,
  maxAccessPoints: null,
  minimumFirmware: null,
  ...USUAL_CARTON,
}

const none: Device['management'] = {
  networkId: null,
  addressing: 'none',
  ip: null,
  prefixLength: null,
  gateway: null,
}

const network = (i: number): Network => ({
  id: `n${i}`,
  name: `Network ${i}`,
  purpose: i === 0 ? 'management' : i % 2 ? 'staff' : 'guests',
  vlanId: GEAR + i,
  subnet: `10.${GEAR + i}.0.0/16`,
  gateway: `10.${GEAR + i}.0.1`,
  pool: { start: `10.${GEAR + i}.16.1`, end: `10.${GEAR + i}.31.254` },
  nameServers: [`10.${GEAR + i}.0.1`],
  expectedClients: 2000,
  routedBy: 'gw',
  servedBy: 'gw',
  translated: true,
  relayed: false,
  announcedControllerId: null,
  announcedBy: '138',
})

function managed(id: string, name: string, kind: Device['kind'], ports: Port[], ip?: string): Device {
  return {
    ...bareDevice(id, name, kind),
    ports,
    defaultLogin: false,
    management: ip
      ? { networkId: 'n0', addressing: 'fixed', ip, prefixLength: 16, gateway: '10.100.0.1' }
      : { ...none, networkId: 'n0', addressing: 'dhcp' },
  }
}

const cable = (aId: string, aPort: number, bId: string, bPort: number): Link => ({
  id: `${aId}-${aPort}-${bId}-${bPort}`,
  a: { deviceId: aId, port: aPort },
  b: { deviceId: bId, port: bPort },
  lengthM: 30,
  category: 'cat6',
  statedMbps: null,
})

/** Guests and staff are kept apart, both ways. */
const rules = (networks: Network[]): Rule[] =>
  networks.flatMap((one) =>
    networks
      .filter((other) => one.purpose === 'guests' && other.purpose !== 'guests')
      .flatMap((other) => [drop(one, other), drop(other, one)]),
  )

const drop = (from: Network, to: Network): Rule => ({
  id: `${from.id}-${to.id}`,
  action: 'drop',
  fromNetworkId: from.id,
  to: { networkId: to.id },
  enabled: true,
})
