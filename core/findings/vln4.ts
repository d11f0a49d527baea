import { neighbourAt } from '../site'
import type { Rule } from './types'
import { vlanList } from './vlanPath'
import { atDevice } from './where'

/** A switch without a VLAN table that has a tagging port beside it. */
export const vln4: Rule = {
  code: 'VLN-4',
  check: ({ site, twin }) =>
    site.devices
      .filter(({ kind }) => kind === 'unmanagedSwitch')
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
          },
        ]
      }),
}
