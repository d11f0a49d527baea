import { socket } from '../layer2'
import { deviceOf } from '../site'
import type { Id } from '../site'
import type { Twin } from './twin'

export type Feed = { ok: true; uplink: number; modemName: string } | { ok: false; reason: string }

/** Whether a router's uplink leads straight to a living modem, as it should. */
export function feedBehind(twin: Twin, routerId: Id): Feed {
  const router = deviceOf(twin.site, routerId)
  const no = (reason: string): Feed => ({ ok: false, reason })
  if (!router?.uplink) return no(`${router?.name ?? routerId} has no uplink, so nothing leaves the site.`)
  const peer = twin.fabric.nodes.get(routerId)?.ports.get(socket(router.uplink.port))?.peer
  const modem = peer && twin.fabric.nodes.get(peer.deviceId)?.device
  if (!modem) return no(`Nothing alive is plugged into the uplink of ${router.name}.`)
  if (modem.kind !== 'modem')
    return no(`The uplink of ${router.name} leads to ${modem.name}. It belongs straight into the modem.`)
  return { ok: true, uplink: router.uplink.port, modemName: modem.name }
}
