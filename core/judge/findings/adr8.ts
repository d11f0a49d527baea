import { ipText, isUsable, subnetAround } from '../../network/addressing'
import { managementInterface } from '../../network/layer2'
import { answeringServers, hearEachOther, leaseFrom, typedIn } from '../../network/layer3'
import type { Twin } from '../../network/layer3'
import { deviceOf, networkOf } from '../../plan'
import type { Device } from '../../plan'
import { putDevice } from './mends'
import type { Rule, Sighting } from './types'
import { atDevice } from './where'

/** A laptop that is to open a device's page, with an address from which it cannot. */
export const adr8: Rule = {
  code: 'ADR-8',
  check: ({ site, twin }) =>
    site.devices.flatMap((laptop) => {
      const opened = deviceOf(site, laptop.station?.opensPageOf ?? null)
      return opened ? compare(twin, laptop, opened) : []
    }),
}

function compare(twin: Twin, laptop: Device, opened: Device): Sighting[] {
  const { ip, prefixLength, addressing } = opened.management
  if (addressing !== 'fixed' || ip === null || isRouted(twin, laptop, opened)) return []
  const subnet = subnetAround(ip, prefixLength ?? 24)
  const own = ownAddress(twin, laptop)
  if (own !== null && own !== ip && isUsable(subnet, own)) return []
  const free = [subnet.lastUsable, subnet.lastUsable - 1].map(ipText).find((candidate) => candidate !== ip)
  const says =
    own === ip
      ? `${laptop.name} has ${own}, the address of ${opened.name} itself.`
      : `${laptop.name} has ${own ?? 'no address'}, and ${opened.name} is at ${ip} in ${subnet.cidr}: its page does not open.`
  return [
    {
      says,
      where: [atDevice(laptop), atDevice(opened)],
      mend: free
        ? putDevice(`Set ${laptop.name} to ${free}/${subnet.prefixLength}`, {
            ...laptop,
            management: {
              ...laptop.management,
              networkId: null,
              addressing: 'fixed',
              ip: free,
              prefixLength: subnet.prefixLength,
              gateway: null,
            },
          })
        : undefined,
    },
  ]
}

function ownAddress(twin: Twin, laptop: Device): string | null {
  const typed = typedIn(twin.site, laptop)
  if (typed) return typed.ip
  const key = managementInterface(twin.fabric, laptop)
  const [server] = key ? answeringServers(twin, { deviceId: laptop.id, key }) : []
  return server ? (leaseFrom(twin.site, server, laptop)?.ip ?? null) : null
}

/** From another network, through a router, another subnet is as it should be. */
function isRouted(twin: Twin, laptop: Device, opened: Device): boolean {
  const [from, to] = [laptop, opened].map((device) => {
    const key = managementInterface(twin.fabric, device)
    return key && { deviceId: device.id, key }
  })
  if (!from || !to || hearEachOther(twin, from, to)) return false
  return networkOf(twin.site, opened.management.networkId)?.routedBy !== undefined
}
