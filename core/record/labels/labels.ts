import { CATEGORY_NAME } from '../../judge/parts'
import { kindOf, neighbourAt, networkOf, portName, portSpecOf } from '../../plan'
import type { Site } from '../../plan'

/** What is printed on one label: a first line to be found by, and what one wants to know there. */
export interface Label {
  title: string
  lines: string[]
  /** The network whose flag it bears, where there is one. */
  vlanId: number | null
}

export type LabelKind = 'devices' | 'cables' | 'ports'
export const LABEL_KINDS: Record<LabelKind, string> = {
  devices: 'Devices: name, address, place, what is plugged where',
  cables: 'Cables: one for each end, with length and category',
  ports: 'Ports: number, network and what is plugged in',
}
export const isLabelKind = (text: string): text is LabelKind => text in LABEL_KINDS

/** More sockets than this do not stand on a device's own label: they have labels of their own. */
const MOST_SOCKETS = 4

export function labelsOf(site: Site, kind: LabelKind): Label[] {
  switch (kind) {
    case 'devices':
      return deviceLabels(site)
    case 'cables':
      return cableLabels(site)
    case 'ports':
      return portLabels(site)
  }
}

const deviceLabels = (site: Site): Label[] =>
  site.devices
    .filter(({ station }) => station === null)
    .map((device) => {
      const { ip, networkId, addressing } = device.management
      const plugged = device.ports.flatMap((port) => {
        const neighbour = neighbourAt(site, { deviceId: device.id, port: port.number })
        const label = portSpecOf(site, device, port.number)?.label ?? String(port.number)
        return neighbour ? [`${label}: ${portName(site, neighbour.end)}`] : []
      })
      return {
        title: device.name,
        vlanId: networkOf(site, networkId)?.vlanId ?? null,
        lines: [
          ip ?? (addressing === 'dhcp' ? 'address by DHCP' : ''),
          device.place,
          ...(plugged.length > MOST_SOCKETS ? [`${plugged.length} cables, see the port map`] : plugged),
        ].filter(Boolean),
      }
    })

/** Each end says first where it belongs, then where it comes from. */
const cableLabels = (site: Site): Label[] =>
  site.links
    .filter(({ category }) => category !== 'mains')
    .flatMap(({ a, b, lengthM, category }) =>
      [
        [a, b],
        [b, a],
      ].flatMap(([here, there]) =>
        here && there
          ? [
              {
                title: portName(site, here),
                vlanId: null,
                lines: [`from ${portName(site, there)}`, `${CATEGORY_NAME[category]}, ${lengthM} m`],
              },
            ]
          : [],
      ),
    )

const portLabels = (site: Site): Label[] =>
  site.devices
    .filter((device) => kindOf(device).hasStrip)
    .flatMap((device) =>
      device.ports.map((port) => {
        const neighbour = neighbourAt(site, { deviceId: device.id, port: port.number })
        const sorts = kindOf(device).switching !== 'plain'
        const native = site.networks.find(({ vlanId }) => vlanId === port.nativeVlan)
        return {
          title: portName(site, { deviceId: device.id, port: port.number }),
          vlanId: sorts ? (native?.vlanId ?? null) : null,
          lines: [
            neighbour ? neighbour.device.name : 'free',
            sorts ? `${port.mode}${native ? `, ${native.name}` : ''}${port.poe ? ', PoE' : ''}` : '',
          ].filter(Boolean),
        }
      }),
    )
