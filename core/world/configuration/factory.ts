import { ipText, subnetAround } from '../../network/addressing'
import { bareDevice, kindOf, newPort, partsOf, roleRow, typeOf, USUAL_FACTORY } from '../../plan'
import type { Device, Factory, Site, StrayServer } from '../../plan'
import type { Configuration } from './types'

/** The carton of a device: what its type says of it, or the usual. */
export const factoryOf = (site: Site, device: Device): Factory =>
  typeOf(site, device)?.factory ?? USUAL_FACTORY

/** Where ports of gear from the factory are: one network for all of them. Source: IEEE 802.1Q-2022 table 9-2, default PVID 1. */
const FACTORY_VLAN = 1

/**
 * What a device holds as it comes out of the carton: the address of its label, its address server where it has one, nothing of the
 * plan. Where it stands, what feeds it and its hardware address stay its own.
 */
export function factoryConfiguration(site: Site, device: Device): Configuration {
  const factory = factoryOf(site, device)
  const bare = bareDevice(device.id, device.name, device.kind)
  const wan = device.ports.find(({ number }) => wanPort(site, device) === number)
  return {
    device: {
      ...bare,
      typeId: device.typeId,
      place: device.place,
      mac: device.mac,
      position: device.position,
      powerSource: device.powerSource,
      ports: device.ports.map(({ number }) => ({ ...newPort(number, FACTORY_VLAN), poe: factory.poeOn })),
      radios: device.radios.map((radio) => ({ ...radio, enabled: factory.ssid !== '', channel: null })),
      firmware: factory.firmware ?? typeOf(site, device)?.currentFirmware ?? device.firmware,
      management: {
        networkId: null,
        addressing: factory.addressing,
        ip: factory.addressing === 'fixed' ? factory.ip : null,
        prefixLength: factory.prefixLength,
        gateway: null,
      },
      strayServer: factory.servesAddresses && factory.ip ? ownPool(factory.ip, factory.prefixLength) : null,
      ...partsOf(device.kind),
      router: bare.router && {
        ...bare.router,
        role: roleRow(device) ? 'gateway' : null,
        uplink: wan
          ? { port: wan.number, addressing: 'dhcp', ip: null, prefixLength: null, gateway: null }
          : null,
      },
      // Programs that run on it are there from the start; what they are told is not.
      radius: kindOf(device).parts.includes('radius') ? bare.radius : null,
      // It manages nobody before its first set-up.
      controller: null,
    },
    networks: [],
    ssids: [],
    profiles: [],
    groups: [],
    rules: [],
    forwards: [],
  }
}

const wanPort = (site: Site, device: Device): number | null =>
  typeOf(site, device)?.ports.find(({ role }) => role === 'wan')?.number ??
  device.router?.uplink?.port ??
  null

/** Half of the subnet, itself as gateway and name server. Common practice, no source. */
function ownPool(ip: string, prefixLength: number): StrayServer {
  const { firstUsable, lastUsable } = subnetAround(ip, prefixLength)
  return {
    start: ipText(Math.floor((firstUsable + lastUsable) / 2)),
    end: ipText(lastUsable),
    gateway: ip,
    nameServers: [ip],
  }
}
