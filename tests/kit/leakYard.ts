import { bareDevice, newPort } from '~/core/plan'
import type { Device, Link, Management, Port, Site, Requirement } from '~/core/plan'
import { yard } from './yard'

const fixed = (networkId: string, ip: string, prefixLength: number, gateway: string | null): Management => ({
  networkId,
  addressing: 'fixed',
  ip,
  prefixLength,
  gateway,
})

const trunk = (number: number, nativeVlan: number | null, taggedVlans: number[]): Port => ({
  ...newPort(number, nativeVlan),
  mode: 'trunk',
  taggedVlans,
  admit: 'all',
})

const host = (id: string, name: string, management: Management): Device => ({
  ...bareDevice(id, name, 'station'),
  ports: [newPort(1, null)],
  management,
})

export const cable = (id: string, a: [string, number], b: [string, number]): Link => ({
  id,
  a: { deviceId: a[0], port: a[1] },
  b: { deviceId: b[0], port: b[1] },
  lengthM: 10,
  category: 'cat6',
  statedMbps: null,
})

/** A switch without a VLAN table, five sockets. */
export const plain = (id: string): Device => ({
  ...bareDevice(id, `Plain switch ${id}`, 'unmanagedSwitch'),
  ports: [1, 2, 3, 4, 5].map((number) => newPort(number, null)),
})

const GATE_CAMERAS = ['cam-a', 'cam-b', 'cam-c']

/** Who must not get where: guests nowhere inside, tills and cameras to themselves. */
const KEPT_APART: [string, string][] = [
  ['berths', 'gear'],
  ['berths', 'crew'],
  ['berths', 'tills'],
  ['berths', 'cameras'],
  ['tills', 'crew'],
  ['cameras', 'tills'],
  ['tills', 'cameras'],
]

/**
 * The chandlery with a second switch behind the first: three cameras, a till and free ports of crew and guests there.
 * Sound as it stands; made to be spoilt in one place at a time.
 */
export function leakYard(): Site {
  const site = yard()
  const far: Device = {
    ...bareDevice('far', 'Far switch', 'switch'),
    management: fixed('gear', '172.27.12.9', 24, '172.27.12.1'),
    ports: [
      trunk(1, 12, [24, 36, 48, 60]),
      newPort(2, 48),
      newPort(3, 48),
      newPort(4, 48),
      newPort(5, 36),
      newPort(6, 24),
      newPort(7, 60),
      newPort(8, 24),
    ],
  }
  const cameras = GATE_CAMERAS.map((id, i) =>
    host(id, `Camera ${id.slice(-1)}`, fixed('cameras', `172.27.48.${5 + i}`, 26, '172.27.48.1')),
  )
  const till = host('till-2', 'Far till', fixed('tills', '172.27.36.4', 27, '172.27.36.1'))
  const printer = host('printer', 'Printer', fixed('crew', '172.27.24.9', 24, '172.27.24.1'))
  const requirements: Requirement[] = KEPT_APART.map(([fromNetworkId, networkId]) => ({
    id: `${fromNetworkId}-${networkId}`,
    fromNetworkId,
    to: { networkId },
    strength: 'mustNot',
  }))
  return {
    ...site,
    requirements,
    devices: [
      ...site.devices.map((device) =>
        device.id === 'switch'
          ? {
              ...device,
              ports: device.ports.map((port) => (port.number === 8 ? trunk(8, 12, [24, 36, 48, 60]) : port)),
            }
          : device,
      ),
      far,
      ...cameras,
      till,
      printer,
    ],
    links: [
      ...site.links,
      cable('l-far', ['switch', 8], ['far', 1]),
      ...GATE_CAMERAS.map((id, i) => cable(`l-${id}`, ['far', 2 + i], [id, 1])),
      cable('l-till-2', ['far', 5], ['till-2', 1]),
      cable('l-printer', ['far', 8], ['printer', 1]),
    ],
  }
}
