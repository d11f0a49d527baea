import { deviceOf, isEnterprise, networkOf, profileOf } from '../../../plan'
import type { Device, Ssid } from '../../../plan'
import { change, now, say } from './draft'
import type { Draft } from './draft'
import { manageAt } from './gear'

/**
 * Access points that offer an SSID with a login are listed at its RADIUS server, each at an address of its own. Where a controller
 * asks for them, it is listed already.
 */
export function listAtServer(draft: Draft, ssid: Ssid, on: readonly Device[]): void {
  const profile = profileOf(draft.site, ssid)
  const radius = profile?.radius
  const server = deviceOf(draft.site, radius?.serverId ?? null)
  if (!isEnterprise(profile) || radius?.authenticator !== 'accessPoint' || !server?.radius) return
  const known = new Set(server.radius.clients.map(({ deviceId }) => deviceId))
  const more = on.filter(({ id }) => !known.has(id))
  if (more.length === 0) return
  for (const device of more) {
    const { management } = now(draft, device)
    const home = networkOf(draft.site, management.networkId)
    if (home && management.addressing !== 'fixed') manageAt(draft, device, home)
  }
  const clients = more.map(({ id }) => ({ deviceId: id, secret: radius.secret }))
  change(draft, server, { radius: { ...server.radius, clients: [...server.radius.clients, ...clients] } })
  say(
    draft,
    server.name,
    `Lists ${more.map(({ name }) => name).join(', ')} too, with the secret of “${profile?.name ?? ''}”.`,
  )
}
