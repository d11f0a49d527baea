import { clockReach } from '../../network/discovery'
import { accessPoints, controllers, deviceOf, isEnterprise } from '../../plan'
import type { Device, Site } from '../../plan'
import { putDevice } from './mends'
import type { Rule, Sighting } from './types'
import { atDevice } from './where'

const membersOf = (site: Site, { id }: Device): Device[] =>
  accessPoints(site).filter(({ adoption }) => adoption?.controllerId === id)

/** A virtual controller whose number of interfaces was chosen for less than is planned. Common practice, no source. */
export const ctl7: Rule = {
  code: 'CTL-7',
  check: ({ site }) =>
    controllers(site).flatMap((controller): Sighting[] => {
      const part = controller.controller
      if (!part || part.form !== 'virtual' || part.interfaces > 1 || part.stagingNetworkId === null) return []
      return [
        {
          severity: part.isSetUp ? 'stop' : 'fix',
          says: part.isSetUp
            ? `${controller.name} was set up with one interface and is meant to have a staging interface besides: it has to be installed anew.`
            : `${controller.name} is to have one interface and a staging interface besides. Its first set-up asks once and for good.`,
          where: [atDevice(controller)],
          mend: part.isSetUp
            ? undefined
            : putDevice(`Choose three interfaces for ${controller.name}`, {
                ...controller,
                controller: { ...part, interfaces: 3 },
              }),
        },
      ]
    }),
}

/** A controller without a time server. It matters most where certificates are checked: tunnels, and logins. */
export const ctl8: Rule = {
  code: 'CTL-8',
  check: ({ site, twin }) =>
    controllers(site).flatMap((controller): Sighting[] => {
      const part = controller.controller
      if (!part || part.form === 'hosted' || membersOf(site, controller).length === 0) return []
      const where = [atDevice(controller)]
      if (part.timeServer === null)
        return [
          {
            severity: needsClock(site, controller) ? 'fix' : 'note',
            says: `${controller.name} gets its time from nobody.`,
            where,
            mend: asksGateway(site, controller),
          },
        ]
      const clock = clockReach(twin, controller, part.timeServer)
      return clock.ok
        ? []
        : [
            {
              says: `${controller.name} does not reach its time server ${part.timeServer}: ${clock.why}`,
              where,
            },
          ]
    }),
}

const needsClock = (site: Site, controller: Device): boolean =>
  controller.controller?.encryptsTunnels === true ||
  membersOf(site, controller).some(({ remote }) => remote !== null) ||
  site.profiles.some(isEnterprise)

/** A gateway usually serves the time to its networks (common practice, no source). */
function asksGateway(site: Site, controller: Device) {
  const part = controller.controller
  const { gateway, networkId } = controller.management
  const address = gateway ?? site.networks.find(({ id }) => id === networkId)?.gateway ?? null
  const router = deviceOf(
    site,
    site.networks.find((network) => network.gateway === address)?.routedBy ?? null,
  )
  return part && address && router
    ? putDevice(`Ask ${router.name} (${address}) for the time`, {
        ...controller,
        controller: { ...part, timeServer: address },
      })
    : undefined
}
