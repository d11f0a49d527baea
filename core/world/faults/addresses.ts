import { ipNumber, ipText, subnetOrNull } from '../../network/addressing'
import type { Device, Site } from '../../plan'
import { changed } from './changed'
import type { Fault } from './types'

/** Devices whose own address is typed in by hand. */
const typedIn = (site: Site): (Device & { management: { ip: string } })[] =>
  site.devices.filter(
    (device): device is Device & { management: { ip: string } } =>
      device.management.addressing === 'fixed' && device.management.ip !== null && device.station === null,
  )

const moved = (site: Site, device: Device, ip: string): Site =>
  changed(site, 'devices', device.id, { management: { ...device.management, ip } })

/** Slips with addresses and with who serves them. */
export const ADDRESS_FAULTS: Fault[] = [
  {
    code: 'ADR-2',
    slips: (site) =>
      typedIn(site).flatMap((device) => {
        const pool = site.networks.find(({ id }) => id === device.management.networkId)?.pool
        return pool
          ? [
              {
                site: moved(site, device, pool.start),
                says: `${device.name} was given ${pool.start}, the first address of the pool.`,
              },
            ]
          : []
      }),
  },
  {
    code: 'ADR-3',
    slips: (site) =>
      typedIn(site).flatMap((device) => {
        const network = site.networks.find(({ id }) => id === device.management.networkId)
        if (!network || (subnetOrNull(network.subnet)?.prefixLength ?? 0) < 24 || device.router) return []
        const ip = ipText(ipNumber(device.management.ip) + 256)
        return [
          {
            site: moved(site, device, ip),
            says: `${device.name} was given ${ip}: the third figure is one too high.`,
          },
        ]
      }),
  },
  {
    code: 'ADR-4',
    slips: (site) => {
      const [first, ...rest] = typedIn(site).filter(({ router }) => !router)
      return rest
        .filter(({ management }) => first && management.networkId === first.management.networkId)
        .map((device) => ({
          site: moved(site, device, first?.management.ip ?? ''),
          says: `${device.name} was given ${first?.management.ip}, the address of ${first?.name}.`,
        }))
    },
  },
  {
    code: 'ADR-7',
    slips: (site) =>
      site.networks
        .filter(({ nameServers, pool }) => pool && nameServers.length > 0)
        .map((network) => ({
          site: changed(site, 'networks', network.id, { nameServers: [] }),
          says: `No name server is handed out in ${network.name}.`,
        })),
  },
  {
    code: 'ROL-4',
    slips: (site) =>
      site.networks
        .filter(({ translated, routedBy, id }) => translated && routedBy && reachesOut(site, id))
        .map((network) => ({
          site: changed(site, 'networks', network.id, { translated: false }),
          says: `The addresses of ${network.name} are not translated.`,
        })),
  },
]

const reachesOut = (site: Site, networkId: string): boolean =>
  site.requirements.some(
    ({ fromNetworkId, to, strength }) =>
      fromNetworkId === networkId && to === 'internet' && strength === 'must',
  )
