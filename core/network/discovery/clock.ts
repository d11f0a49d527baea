import { isIp } from '../addressing'
import { uplinkOf } from '../layer3'
import type { Twin } from '../layer3'
import { isGateway } from '../../plan'
import type { Device } from '../../plan'
import { hostNow, talkOutside, talkTo } from './talk'
import type { Talk } from './talk'

/**
 * Whether a controller reaches its time server: inside by its address, outside over the feed. Its own router is taken to serve the
 * time to its networks (common practice, no source). One that is not up asks nobody yet.
 */
export function clockReach(twin: Twin, controller: Device, server: string): Talk {
  const from = hostNow(twin, controller)
  if ('why' in from || from.host.lease.gateway === server) return { ok: true }
  const inside = isIp(server)
    ? twin.site.devices.find(({ management }) => management.ip === server)
    : undefined
  if (!inside && isGateway(controller)) {
    const uplink = uplinkOf(twin, controller.id)
    return uplink.ok ? { ok: true } : { ok: false, why: uplink.reason }
  }
  if (!inside) return talkOutside(twin, from.host)
  const to = hostNow(twin, inside)
  return 'why' in to ? { ok: false, why: to.why } : talkTo(twin, from.host, to.host)
}
