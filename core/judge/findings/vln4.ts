import { isAccessPoint, isSetByPort, kindOf, neighbourAt, portName } from '../../plan'
import type { Device, Site } from '../../plan'
import { putPort } from './mends'
import type { Mend, Rule } from './types'
import { vlanList } from './vlanPath'
import { atDevice } from './where'

/** A switch without a VLAN table that has a tagging port beside it. */
export const vln4: Rule = {
  code: 'VLN-4',
  check: ({ site, twin }) =>
    site.devices
      .filter((device) => kindOf(device).switching === 'plain')
      .flatMap((device) => {
        const tags = new Set(
          device.ports.flatMap(({ number }) => {
            const end = neighbourAt(site, { deviceId: device.id, port: number })?.end
            return [
              ...(end
                ? (twin.fabric.nodes.get(end.deviceId)?.ports.get(`port:${end.port}`)?.membership.tagged ??
                  [])
                : []),
            ]
          }),
        )
        if (tags.size === 0) return []
        const list = vlanList(
          site,
          [...tags].sort((a, b) => a - b),
        )
        return [
          {
            says: `${device.name} has no VLAN table, and ${list} passes through it with its tag.`,
            where: [atDevice(device)],
            mend: untagged(site, device),
          },
        ]
      }),
}

/** Where nothing behind the plain switch uses tags, its feeding port can be an access port. */
function untagged(site: Site, device: Device): Mend | undefined {
  const neighbours = device.ports.flatMap(
    ({ number }) => neighbourAt(site, { deviceId: device.id, port: number }) ?? [],
  )
  const feeders = neighbours.flatMap(({ device: far, end }) => (isSetByPort(far) ? [{ far, end }] : []))
  const [feeder] = feeders
  const port = feeder?.far.ports.find(({ number }) => number === feeder.end.port)
  if (!feeder || !port || feeders.length > 1 || port.nativeVlan === null) return undefined
  if (neighbours.some(({ device: far }) => isAccessPoint(far))) return undefined
  return putPort(`Make ${portName(site, feeder.end)} an access port of ${port.nativeVlan}`, feeder.far.id, {
    ...port,
    mode: 'access',
    taggedVlans: [],
    admit: 'untaggedOnly',
  })
}
