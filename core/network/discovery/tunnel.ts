import { isIp, isPublic } from '../addressing'
import { uplinkOf } from '../layer3'
import type { Host, Twin } from '../layer3'
import { deviceOf, isGateway, neighbourAt, networkOf, TUNNEL_PORTS, wanOf } from '../../plan'
import type { Device, Forward, Id, Site } from '../../plan'
import { hostNow } from './talk'
import type { Talk } from './talk'

const no = (why: string): Talk => ({ ok: false, why })

/** What the controller answers with: the address that a device is to build its tunnel to. */
export function answersWith(site: Site, controller: Device, networkId: Id | null): string | null {
  const { publicIp, stagingNetworkId, form } = controller.controller ?? {}
  if (!publicIp) return controller.management.ip
  if (form === 'hosted') return publicIp
  return stagingNetworkId && stagingNetworkId === networkId ? controller.management.ip : publicIp
}

/**
 * Whether a device inside gets its tunnel after it has found the controller. One that announces its public address on its only
 * interface sends those inside there too, and a router does not turn them back in (common practice, no source).
 */
export function insideTunnel({ site }: Twin, controller: Device, host: Host): Talk {
  const { publicIp, form } = controller.controller ?? {}
  if (!publicIp || form === 'hosted') return { ok: true }
  const network = host.lease.network
  if (answersWith(site, controller, network?.id ?? null) !== publicIp) return { ok: true }
  return no(
    `${controller.name} answers with its public address ${publicIp}, which is not reached from ${network?.name ?? 'inside'}. Give it a staging interface of its own in that network.`,
  )
}

/** Whether what was typed into a device leads to a controller from outside: its public address, or its name (RFC 1123 section 2.1: of no case). */
export function pointsAt(pointer: string | null, { controller }: Device): boolean {
  if (pointer === null) return false
  return pointer === controller?.publicIp || isSameName(pointer, controller?.dnsName ?? null)
}

export const isSameName = (one: string, other: string | null): boolean =>
  other !== null && one.toLowerCase().replace(/\.$/, '') === other.toLowerCase().replace(/\.$/, '')

/** The forwards that bring one tunnel port of the feed to a controller. */
export const forwardsTo = (site: Site, controllerId: Id, port: number): Forward[] =>
  site.forwards.filter(
    (forward) => forward.toDeviceId === controllerId && forward.protocol === 'udp' && forward.port === port,
  )

/** The router at the feed: where forwards to a controller have to be. */
export const feedRouter = (site: Site): Device | null => site.devices.find(isGateway) ?? null

/**
 * Whether a device elsewhere gets its tunnel to a controller: it must have been told where, the controller must announce an address
 * that means something outside, and the feed must hand on both tunnel ports. Source of the ports: RFC 5415 section 14.
 */
export function outsideTunnel(twin: Twin, device: Device, controller: Device): Talk {
  const { publicIp = null, form } = controller.controller ?? {}
  const pointer = device.adoption?.pointer ?? null
  if (pointer === null)
    return no('It has not been told the controller’s public address, and nothing out there tells it.')
  if (publicIp === null)
    return no(
      `${controller.name} announces its inside address ${controller.management.ip ?? ''}, which means nothing outside.`,
    )
  if (!isPublic(publicIp))
    return no(`${controller.name} announces ${publicIp}, which is no address on the internet.`)
  if (!pointsAt(pointer, controller))
    return no(
      isIp(pointer)
        ? `It asks ${pointer}, and ${controller.name} announces ${publicIp}.`
        : `It asks for the name ${pointer}, which isn’t the name of ${controller.name}: enter there what the public name server knows ${publicIp} by.`,
    )
  return form === 'hosted' ? { ok: true } : throughFeed(twin, controller)
}

function throughFeed(twin: Twin, controller: Device): Talk {
  const { site } = twin
  const router = feedRouter(site)
  if (!router) return no('The site has no gateway that could hand its tunnel on.')
  if (!twin.fabric.nodes.has(router.id)) return no(`${router.name} is not running.`)
  const uplink = uplinkOf(twin, router.id)
  if (!uplink.ok) return no(uplink.reason)
  const missing = Object.values(TUNNEL_PORTS).filter(
    (port) => !forwardsTo(site, controller.id, port).some(({ routerId }) => routerId === router.id),
  )
  if (missing.length > 0)
    return no(`${router.name} does not forward UDP ${missing.join(' and ')} to ${controller.name}.`)
  const modem = translatingModem(site, router)
  const closed = modem
    ? Object.values(TUNNEL_PORTS).filter((port) => !isHandedOn(site, modem, router, port))
    : []
  if (modem && closed.length > 0)
    return no(
      `${modem.name} routes too, and doesn’t forward UDP ${closed.join(' and ')} to ${router.name}. Put it in bridge mode, or forward them there.`,
    )
  const now = hostNow(twin, controller)
  if ('why' in now) return no(now.why)
  const home = networkOf(site, controller.management.networkId)
  return home && deviceOf(site, home.routedBy)?.id === router.id
    ? { ok: true }
    : no(
        `${controller.name} is in no network that ${router.name} routes, so what is forwarded does not get there.`,
      )
}

/** The modem that translates before the router does: what is forwarded has to pass it, too. Source: RFC 3022 section 2.2. */
function translatingModem(site: Site, router: Device): Device | null {
  const wan = wanOf(router)
  const far = wan && neighbourAt(site, { deviceId: router.id, port: wan.port })?.device
  return far?.modem && !far.modem.bridgeMode ? far : null
}

const isHandedOn = (site: Site, modem: Device, router: Device, port: number): boolean =>
  site.forwards.some(
    (forward) =>
      forward.routerId === modem.id &&
      forward.toDeviceId === router.id &&
      forward.protocol === 'udp' &&
      forward.port === port,
  )
