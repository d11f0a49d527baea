import { socket } from '../../network/layer2'
import { accessPoints, kindOf, neighbourAt, portName } from '../../plan'
import { putPort } from './mends'
import type { Rule } from './types'
import { vlanList } from './vlanPath'
import { atDevice, atPort } from './where'

/** An access point that sends tags into a port made for one untagged network. */
export const vln3: Rule = {
  code: 'VLN-3',
  check: ({ site, twin }) =>
    accessPoints(site).flatMap((accessPoint) =>
      accessPoint.ports.flatMap(({ number }) => {
        const own = twin.fabric.nodes.get(accessPoint.id)?.ports.get(socket(number))?.membership
        const neighbour = neighbourAt(site, { deviceId: accessPoint.id, port: number })
        const port = neighbour?.device.ports.find((candidate) => candidate.number === neighbour.end.port)
        if (
          !own ||
          own.tagged.size === 0 ||
          !neighbour ||
          kindOf(neighbour.device).switching !== 'managed' ||
          port?.mode !== 'access'
        )
          return []
        const tagged = [...own.tagged].sort((a, b) => a - b)
        const nativeVlan = own.pvid ?? port.nativeVlan
        return [
          {
            says: `${accessPoint.name} tags ${vlanList(site, tagged)}, and ${portName(site, neighbour.end)} is an access port.`,
            where: [atPort(site, neighbour.end), atDevice(accessPoint)],
            mend: putPort(`Make ${portName(site, neighbour.end)} a trunk`, neighbour.device.id, {
              ...port,
              mode: 'trunk',
              nativeVlan,
              taggedVlans: tagged.filter((vlanId) => vlanId !== nativeVlan),
              admit: 'all',
            }),
          },
        ]
      }),
    ),
}
