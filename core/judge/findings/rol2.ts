import { kindOf, neighbourAt, plugEdits, routesAtHome, wanOf } from '../../plan'
import type { Device, Link, Site } from '../../plan'
import type { Mend, Rule } from './types'
import { atDevice } from './where'

/** A modem in bridge mode that is cabled to something that does not route. */
export const rol2: Rule = {
  code: 'ROL-2',
  check: ({ site }) =>
    site.devices
      .filter(({ modem }) => modem?.bridgeMode)
      .flatMap((modem) =>
        modem.ports.flatMap(({ number }) => {
          const neighbour = neighbourAt(site, { deviceId: modem.id, port: number })
          if (!neighbour || mayFollowModem(neighbour.device)) return []
          return [
            {
              says: `${modem.name} leads to ${neighbour.device.name}, not straight to a gateway.`,
              where: [atDevice(modem), atDevice(neighbour.device)],
              mend: straight(site, modem, neighbour.link),
            },
          ]
        }),
      ),
}

const mayFollowModem = (device: Device): boolean =>
  kindOf(device).routes === 'always' || device.station !== null || routesAtHome(device)

/** The modem's cable goes into the gateway's uplink; what was plugged in there before comes out. */
function straight(site: Site, modem: Device, link: Link): Mend | undefined {
  const gateways = site.devices.filter(
    (device) => kindOf(device).routes === 'always' && wanOf(device) !== null,
  )
  const [gateway] = gateways
  const wan = gateway && wanOf(gateway)
  if (!wan || gateways.length > 1) return undefined
  const end = { deviceId: gateway.id, port: wan.port }
  const own = link.a.deviceId === modem.id ? link.a : link.b
  return {
    label: `Cable ${modem.name} straight to ${gateway.name}`,
    edits: plugEdits(site, own, end, { id: link.id }),
  }
}
