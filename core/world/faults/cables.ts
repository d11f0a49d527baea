import { deviceOf, freeSockets, isAccessPoint, kindOf, linkAt, neighbourAt, portName } from '../../plan'
import type { Device, Port, Site } from '../../plan'
import { changedPort } from './changed'
import type { Fault, Slip } from './types'

interface Trunk {
  device: Device
  port: Port
  far: Device
}

/** Cabled trunk ports of switches and gateways. */
const trunks = (site: Site): Trunk[] =>
  site.devices
    .filter((device) => kindOf(device).hasStrip)
    .flatMap((device) =>
      device.ports.flatMap((port) => {
        const far = neighbourAt(site, { deviceId: device.id, port: port.number })?.device
        return port.mode === 'trunk' && far ? [{ device, port, far }] : []
      }),
    )

const named = (site: Site, { device, port }: Trunk): string =>
  portName(site, { deviceId: device.id, port: port.number })

/** Slips with ports and cables. */
export const CABLE_FAULTS: Fault[] = [
  {
    code: 'VLN-1',
    slips: (site) =>
      trunks(site).flatMap((trunk) =>
        trunk.port.taggedVlans.map((vlanId) => ({
          site: changedPort(site, trunk.device, trunk.port.number, {
            taggedVlans: trunk.port.taggedVlans.filter((other) => other !== vlanId),
          }),
          says: `VLAN ${vlanId} was left off ${named(site, trunk)}.`,
        })),
      ),
  },
  {
    code: 'VLN-2',
    slips: (site) =>
      trunks(site)
        .filter(({ far }) => kindOf(far).switching === 'managed')
        .flatMap((trunk) =>
          trunk.port.taggedVlans.slice(0, 1).map((vlanId) => ({
            site: changedPort(site, trunk.device, trunk.port.number, {
              nativeVlan: vlanId,
              taggedVlans: trunk.port.taggedVlans.filter((other) => other !== vlanId),
            }),
            says: `The native VLAN of ${named(site, trunk)} was set to ${vlanId}.`,
          })),
        ),
  },
  {
    code: 'VLN-3',
    slips: (site) =>
      trunks(site)
        .filter(({ far }) => isAccessPoint(far))
        .map((trunk) => ({
          site: changedPort(site, trunk.device, trunk.port.number, {
            mode: 'access',
            taggedVlans: [],
            admit: 'untaggedOnly',
          }),
          says: `${named(site, trunk)} was left an access port.`,
        })),
  },
  { code: 'VLN-5', slips: (site) => secondCables(site) },
  {
    code: 'POW-1',
    slips: (site) =>
      site.devices.flatMap((device) =>
        device.ports
          .filter(({ number, poe }) => poe && isFed(site, device, number))
          .map(({ number }) => ({
            site: changedPort(site, device, number, { poe: false }),
            says: `PoE was left off on ${portName(site, { deviceId: device.id, port: number })}.`,
          })),
      ),
  },
]

const isFed = (site: Site, { id }: Device, port: number): boolean =>
  neighbourAt(site, { deviceId: id, port })?.device.powerSource === 'poe'

/** Two switches joined by one cable get another one. */
function secondCables(site: Site): Slip[] {
  const isSwitch = (device: Device | undefined): device is Device =>
    device !== undefined && kindOf(device).switching === 'managed'
  return site.links.flatMap((link): Slip[] => {
    const [a, b] = [deviceOf(site, link.a.deviceId), deviceOf(site, link.b.deviceId)]
    if (!isSwitch(a) || !isSwitch(b)) return []
    const [from] = freeSockets(site, a)
    const [to] = freeSockets(site, b)
    if (!from || !to) return []
    const [one, other] = [
      { deviceId: a.id, port: from.number },
      { deviceId: b.id, port: to.number },
    ]
    if (linkAt(site, one) || linkAt(site, other)) return []
    const trunk = a.ports.find(({ number }) => number === link.a.port)
    const like = trunk ? { ...trunk, poe: false } : {}
    const wide = changedPort(site, a, from.number, { ...like, number: from.number })
    const again = changedPort(wide, b, to.number, { ...like, number: to.number })
    return [
      {
        site: { ...again, links: [...again.links, { ...link, id: 'second~cable', a: one, b: other }] },
        says: `A second cable was plugged between ${a.name} and ${b.name}.`,
      },
    ]
  })
}
