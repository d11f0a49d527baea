import { keptWhile } from '~/core/lib/keptWhile'
import { endKey, indexOf, portName } from '~/core/plan'
import type { Device, LinkEnd, Site } from '~/core/plan'
import type { Choice } from '../../components/Select'

const kept = keptWhile<Device, Choice[]>()

/** The sockets of a device by name; a large site has thousands, of which an edit changes a few. */
const socketsOf = (site: Site, device: Device): Choice[] =>
  kept(device, [site.deviceTypes], () =>
    device.ports.map(({ number }) => {
      const end = { deviceId: device.id, port: number }
      return { value: endKey(end), label: portName(site, end) }
    }),
  )

/** What a cable from a socket may lead to: sockets of other devices that are free, and the one that it leads to now. */
export function plugChoices(site: Site, own: LinkEnd, current: LinkEnd | undefined): Choice[] {
  const { links } = indexOf(site)
  const now = current && endKey(current)
  return site.devices
    .filter(({ id }) => id !== own.deviceId)
    .flatMap((device) => socketsOf(site, device).filter(({ value }) => value === now || !links.has(value)))
}
