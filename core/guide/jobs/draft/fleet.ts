import { feedsOf } from '../../../radio/backhaul'
import { isAccessPoint, isGateway, isOnAir } from '../../../plan'
import type { Device, Id, Network } from '../../../plan'
import { change, numbered } from './draft'
import type { Draft } from './draft'
import { addDevice, manageAt, manageByDhcp } from './gear'
import { addUpperSwitches, plugIn } from './plug'
import { giveChannels } from './wireless'

export interface WantedAps {
  count: number
  typeId?: string
  gear: Network
  clients: Network
  lengthM: number
  /** fixed: an address of its own, for what is found by it. */
  addressing: 'dhcp' | 'fixed'
  part?: (device: Device, i: number) => Partial<Device>
  /** The switch that they belong to, where it is not just any. */
  near?: Id
}

/** What carries any SSID: the gateway's own radios, and access points that are fed by cable all the way. */
export function carriersOf({ site }: Draft): Device[] {
  const feeds = feedsOf(site, 'all')
  return site.devices.filter(
    (device) =>
      isOnAir(device) &&
      device.air === null &&
      device.remote === null &&
      (isGateway(device) || (isAccessPoint(device) && feeds.get(device.id)?.airHops === 0)),
  )
}

const CEILING_AP = 't-ap2'

/** Access points, each on a cable of its own to a port that feeds it, managed in the network of the gear. */
export function addAccessPoints(draft: Draft, wanted: WantedAps): Device[] {
  const { count, typeId = CEILING_AP, gear, clients, lengthM, addressing, part, near } = wanted
  const above = near ? undefined : addUpperSwitches(draft, count, { network: gear, gear, clients })
  return Array.from({ length: count }, (_, i) => {
    const fresh = addDevice(draft, typeId, { id: 'ap', name: numbered(draft, 'AP'), vlanId: gear.vlanId })
    if (part) change(draft, fresh, part(fresh, i))
    if (addressing === 'fixed') manageAt(draft, fresh, gear)
    else manageByDhcp(draft, fresh, gear)
    plugIn(draft, fresh, { network: gear, gear, clients, lengthM, near, above, toFollow: count - 1 - i })
    return giveChannels(draft, fresh)
  })
}
