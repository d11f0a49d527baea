import { managementInterface } from '../../network/layer2'
import { hearEachOther, uplinkOf } from '../../network/layer3'
import type { Twin } from '../../network/layer3'
import { isGateway, neighbourAt, networkOf, wanOf } from '../../plan'
import type { Device, Site } from '../../plan'
import { putDevice } from './mends'
import type { Rule, Sighting } from './types'
import { atDevice, atNetwork } from './where'

/** Two devices that both translate: one behind a modem that is a router too, or two gateways side by side. */
export const rol3: Rule = {
  code: 'ROL-3',
  check: ({ site, twin }) => [...behindRouter(site, twin), ...sideBySide(site, twin)],
}

const behindRouter = (site: Site, twin: Twin): Sighting[] =>
  site.devices.flatMap((router) => {
    const wan = wanOf(router)
    const uplink = wan && uplinkOf(twin, router.id)
    if (!wan || !uplink?.ok || uplink.kind !== 'feed' || !uplink.translatedTwice) return []
    const modem = neighbourAt(site, { deviceId: router.id, port: wan.port })?.device
    if (!modem?.modem) return []
    return [
      {
        says: `${modem.name} is a router itself, and ${router.name} behind it translates a second time.`,
        where: [atDevice(modem), atDevice(router)],
        mend: putDevice(`Put ${modem.name} in bridge mode`, {
          ...modem,
          modem: { ...modem.modem, bridgeMode: true },
          strayServer: null,
        }),
      },
    ]
  })

/** A site has one gateway (common practice, no source): of two in one network, clients follow either. */
function sideBySide(site: Site, twin: Twin): Sighting[] {
  const gateways = site.devices.filter(isGateway)
  return gateways.flatMap((one, i) =>
    gateways.slice(i + 1).flatMap((other) => {
      const [a, b] = [one, other].map((device) => placeOf(twin, device))
      if (!a || !b || !hearEachOther(twin, a, b)) return []
      const network = networkOf(site, one.management.networkId)
      return [
        {
          says: `${one.name} and ${other.name} are both gateways${network ? ` in ${network.name}` : ' on one segment'}. Only one device of a site can be; use the other as a plain access point or behind the first.`,
          where: [atDevice(one), atDevice(other), ...(network ? [atNetwork(network)] : [])],
          severity: 'stop' as const,
        },
      ]
    }),
  )
}

function placeOf(twin: Twin, device: Device) {
  const key = managementInterface(twin.fabric, device)
  return key && { deviceId: device.id, key }
}
