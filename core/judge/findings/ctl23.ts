import {
  answersWith,
  feedRouter,
  forwardsTo,
  hostNow,
  insideTunnel,
  outsideTunnel,
  pointsAt,
} from '../../network/discovery'
import type { Twin } from '../../network/layer3'
import { isPublic } from '../../network/addressing'
import { accessPoints, controllers, deviceOf, TUNNEL_PORTS } from '../../plan'
import type { Device, Edit, Site } from '../../plan'
import type { Mend, Rule, Sighting } from './types'
import { atDevice } from './where'

const controllerFor = (site: Site, device: Device): Device | null => {
  const controller = deviceOf(site, device.adoption?.controllerId ?? null)
  return controller?.controller ? controller : null
}

/** A remote access point that cannot build its tunnel. Source of the ports: RFC 5415 section 14. */
export const ctl2: Rule = {
  code: 'CTL-2',
  check: ({ twin }) => [
    ...meaningless(twin.site),
    ...accessPoints(twin.site).flatMap((device): Sighting[] => {
      const controller = controllerFor(twin.site, device)
      if (!device.remote || !controller) return []
      const tunnel = outsideTunnel(twin, device, controller)
      return tunnel.ok
        ? []
        : [
            {
              says: `${device.name} gets no tunnel: ${tunnel.why}`,
              where: [atDevice(device), atDevice(controller)],
              mend: openTunnel(twin, device, controller),
            },
          ]
    }),
  ],
}

/** A public address that is none, where no access point is out there yet to be told so. */
const meaningless = (site: Site): Sighting[] =>
  controllers(site).flatMap((controller) => {
    const ip = controller.controller?.publicIp ?? null
    const isUsed = accessPoints(site).some(
      ({ remote, adoption }) => remote && adoption?.controllerId === controller.id,
    )
    return ip === null || isPublic(ip) || isUsed
      ? []
      : [
          {
            says: `${controller.name} announces ${ip}, which is no address on the internet.`,
            where: [atDevice(controller)],
          },
        ]
  })

/** What is missing on this side, where the public address is known: the pointer, and the two forwards. */
function openTunnel({ site }: Twin, device: Device, controller: Device): Mend | undefined {
  const publicIp = controller.controller?.publicIp ?? null
  const router = feedRouter(site)
  if (publicIp === null || !device.adoption) return undefined
  const edits: Edit[] = []
  if (!pointsAt(device.adoption.pointer, controller))
    edits.push({
      op: 'put',
      collection: 'devices',
      record: { ...device, adoption: { ...device.adoption, pointer: publicIp } },
    })
  if (controller.controller?.form !== 'hosted' && router)
    for (const port of Object.values(TUNNEL_PORTS))
      if (forwardsTo(site, controller.id, port).length === 0)
        edits.push({
          op: 'put',
          collection: 'forwards',
          record: {
            id: `fw-${port}-${controller.id}`.slice(0, 40),
            routerId: router.id,
            protocol: 'udp',
            port,
            toDeviceId: controller.id,
          },
        })
  return edits.length === 0 ? undefined : { label: `Open the way for ${device.name}`, edits }
}

/** Access points inside that are sent to the public address. */
export const ctl3: Rule = {
  code: 'CTL-3',
  check: ({ twin }) => {
    const { site } = twin
    const trapped = new Map<Device, Device[]>()
    for (const device of accessPoints(site)) {
      const controller = controllerFor(site, device)
      const now = hostNow(twin, device)
      if (!controller || device.remote || 'why' in now || insideTunnel(twin, controller, now.host).ok)
        continue
      trapped.set(controller, [...(trapped.get(controller) ?? []), device])
    }
    return [...trapped].map(([controller, devices]) => ({
      says: `${controller.name} announces ${answersWith(site, controller, null)} on its only interface: ${devices.length === 1 ? devices[0]?.name : `${devices.length} access points inside`} cannot join.`,
      where: [atDevice(controller), ...devices.slice(0, 3).map(atDevice)],
      mend: stagingInterface(site, controller, devices),
    }))
  },
}

/** An interface in the network where they all are. */
function stagingInterface(site: Site, controller: Device, devices: Device[]): Mend | undefined {
  const homes = new Set(devices.map(({ management }) => management.networkId))
  const [networkId] = homes
  const part = controller.controller
  if (homes.size !== 1 || !networkId || !part || part.stagingNetworkId !== null) return undefined
  const network = site.networks.find(({ id }) => id === networkId)
  return {
    label: `Give ${controller.name} a staging interface in ${network?.name ?? 'their network'}`,
    edits: [
      {
        op: 'put',
        collection: 'devices',
        record: { ...controller, controller: { ...part, stagingNetworkId: networkId, interfaces: 3 } },
      },
    ],
  }
}
