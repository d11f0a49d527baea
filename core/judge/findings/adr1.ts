import { addressServers, hearEachOther, serverName } from '../../network/layer3'
import type { AddressServer } from '../../network/layer3'
import { deviceOf } from '../../plan'
import type { Site } from '../../plan'
import { putDevice } from './mends'
import type { Mend, PlanView, Rule, Sighting } from './types'
import { atDevice } from './where'

/** Two address servers that hear the same DISCOVER. */
export const adr1: Rule = {
  code: 'ADR-1',
  check: (plan) => {
    const servers = addressServers(plan.twin)
    return servers.flatMap((one, i) =>
      servers
        .slice(i + 1)
        .filter((other) => shareSegment(plan, one, other))
        .map((other) => sighting(plan, one, other)),
    )
  },
}

/** Two at one interface, or two that hear each other, be it through a leak between VLANs of one router. */
const shareSegment = ({ twin }: PlanView, one: AddressServer, other: AddressServer): boolean =>
  (one.place.deviceId === other.place.deviceId && one.place.key === other.place.key) ||
  hearEachOther(twin, one.place, other.place)

function sighting({ site }: PlanView, one: AddressServer, other: AddressServer): Sighting {
  const describe = (server: AddressServer) =>
    `${serverName(site, server)} (${server.start} to ${server.end}${server.network ? `, ${server.network.name}` : ''})`
  const devices = [one, other].flatMap(({ deviceId }) => deviceOf(site, deviceId) ?? [])
  return {
    says: `${describe(one)} and ${describe(other)} answer on the same segment.`,
    where: devices.map(atDevice),
    mend: switchOffStray(site, [one, other]),
  }
}

function switchOffStray(site: Site, servers: AddressServer[]): Mend | undefined {
  const strays = servers.filter(({ network }) => network === null)
  const device = strays.length === 1 && strays[0] ? deviceOf(site, strays[0].deviceId) : undefined
  return (
    device && putDevice(`Switch the address server of ${device.name} off`, { ...device, strayServer: null })
  )
}
