import { topologyOf } from '../../guide/jobs/topology'
import { distinctFixedAddresses, ipNumber } from '../../network/addressing'
import { linkSpeedMbps, speedText } from '../../network/cabling'
import { CATEGORY_NAME } from '../../judge/parts'
import {
  deviceOf,
  feedText,
  kindOf,
  MODE_NAME,
  neighbourAt,
  portName,
  portSpecOf,
  profileOf,
  ruleWords,
  switchingDevices,
  wanOf,
} from '../../plan'
import type { Device, Port, Site, Ssid } from '../../plan'
import type { Block, Cell, Section } from '../doc'
import { addressBar } from '../figure/addressBar'
import { gathered, topologyFigure } from '../figure/topology'
import { known, networkCell, soft, table, typeName, vlansCell } from './cells'

/** What is connected to what, and by which cable. */
export function topologySection(site: Site): Section {
  const topology = gathered(topologyOf(site))
  const names = new Map(site.networks.map(({ vlanId, name }) => [vlanId, name]))
  const feed = feedText(site.feed)
  return {
    id: 'topology',
    title: 'Topology',
    blocks: [
      ...(feed ? [{ kind: 'text' as const, text: `Feed: ${feed}.` }] : []),
      ...(topology.nodes.length > 0
        ? [
            {
              kind: 'figure' as const,
              title: 'From the feed to the right',
              figure: topologyFigure(topology, names),
            },
          ]
        : []),
      table(
        [
          { title: 'From', share: 3 },
          { title: 'To', share: 3 },
          { title: 'Cable', share: 1.4 },
          { title: 'Length', share: 1, align: 'right' },
          { title: 'Speed', share: 1, align: 'right' },
        ],
        site.links.map((link) => {
          const speed = linkSpeedMbps(site, link)
          return [
            portName(site, link.a),
            portName(site, link.b),
            CATEGORY_NAME[link.category],
            `${link.lengthM} m`,
            speed === null ? soft('–') : speedText(speed),
          ]
        }),
        'No cable in the plan.',
        'Cables',
      ),
      table(
        [
          { title: 'Far end', share: 2 },
          { title: 'Joined to', share: 2 },
          { title: 'By', share: 1 },
          { title: 'Band', share: 1 },
        ],
        site.devices.flatMap((device): Cell[][] =>
          device.air
            ? [
                [
                  device.name,
                  deviceOf(site, device.air.deviceId)?.name ?? soft('a device that is gone'),
                  device.air.way,
                  `${device.air.band} GHz`,
                ],
              ]
            : [],
        ),
        'Nothing is joined by radio.',
        'Radio links',
      ),
    ],
  }
}

/** Networks with their addresses as bars, and every address that is fixed. */
export function addressSection(site: Site): Section {
  const fixed = [...distinctFixedAddresses(site)].sort((a, b) => ipNumber(a.ip) - ipNumber(b.ip))
  const reserved = site.devices.filter(
    ({ management }) => management.addressing === 'reserved' && management.ip,
  )
  return {
    id: 'addresses',
    title: 'Networks and addresses',
    blocks: [
      table(
        [
          { title: 'Network', share: 1.8 },
          { title: 'VLAN', share: 0.75, align: 'right' },
          { title: 'Subnet', share: 2.05, isCode: true },
          { title: 'Gateway', share: 1.7, isCode: true },
          { title: 'Pool', share: 3.4, isCode: true },
          { title: 'Name servers', share: 1.6, isCode: true },
          { title: 'Served by', share: 1.5 },
        ],
        site.networks.map((network) => [
          networkCell(site, network.id),
          String(network.vlanId),
          network.subnet,
          known(network.gateway),
          network.pool ? `${network.pool.start} – ${network.pool.end}` : soft('none'),
          known(network.nameServers.join(', ')),
          deviceOf(site, network.servedBy)?.name ?? soft('nobody'),
        ]),
        'No network in the plan.',
      ),
      ...site.networks.flatMap((network): Block[] => {
        const figure = addressBar(site, network)
        return figure ? [{ kind: 'figure', title: figure.says, figure }] : []
      }),
      table(
        [
          { title: 'Address', share: 1.4, isCode: true },
          { title: 'Device', share: 2 },
          { title: 'Use', share: 2 },
          { title: 'MAC', share: 1.8, isCode: true },
        ],
        [
          ...fixed.map(({ ip, device, use }) => [ip, device.name, use, known(device.mac)]),
          ...reserved.map((device): Cell[] => [
            device.management.ip ?? '',
            device.name,
            'reserved at the address server',
            known(device.mac),
          ]),
        ],
        'No address is fixed.',
        'Fixed and reserved addresses',
      ),
      table(
        [{ title: 'Between networks, the first that fits decides', share: 1 }],
        site.rules.map((rule) => [
          rule.enabled ? ruleWords(site, rule) : soft(`${ruleWords(site, rule)} (off)`),
        ]),
        'No rule: a router lets all its networks reach each other.',
        'Rules',
      ),
    ],
  }
}

/** Every socket of every switch and router, as it is labelled. */
export function portSection(site: Site): Section {
  const strips = switchingDevices(site)
  return {
    id: 'ports',
    title: 'Port map',
    blocks:
      strips.length === 0
        ? [{ kind: 'text', text: 'No switch in the plan.', tone: 'soft' }]
        : strips.map((device) =>
            table(
              [
                { title: 'Port', share: 0.7, isCode: true },
                { title: 'Kind', share: 0.9 },
                { title: 'Native', share: 1 },
                { title: 'Tagged', share: 2.6 },
                { title: 'PoE', share: 0.6 },
                { title: 'Speed', share: 0.8, align: 'right' },
                { title: 'Plugged in', share: 3.4 },
              ],
              device.ports.map((port) => portRow(site, device, port)),
              'It has no port.',
              `${device.name}${device.place ? `, ${device.place}` : ''}`,
            ),
          ),
  }
}

function portRow(site: Site, device: Device, port: Port): Cell[] {
  const neighbour = neighbourAt(site, { deviceId: device.id, port: port.number })
  const speed = neighbour ? linkSpeedMbps(site, neighbour.link) : null
  const isWan = wanOf(device)?.port === port.number
  const sorts = kindOf(device).switching !== 'plain' && !isWan
  const spec = portSpecOf(site, device, port.number)
  return [
    spec?.label ?? String(port.number),
    isWan ? 'feed' : sorts ? port.mode : 'plain',
    sorts && port.nativeVlan !== null ? vlansCell([port.nativeVlan]) : '',
    sorts && port.mode === 'trunk' ? vlansCell(port.taggedVlans) : '',
    spec?.pse ? (port.poe ? 'on' : 'off') : '',
    speed === null ? '' : speedText(speed),
    neighbour ? `${portName(site, neighbour.end)}, ${neighbour.link.lengthM} m` : soft('free'),
  ]
}

/** SSIDs without their keys: those go by the sealed part. */
export const ssidSection = (site: Site): Section => ({
  id: 'ssids',
  title: 'SSIDs',
  blocks: [
    table(
      [
        { title: 'SSID', share: 2 },
        { title: 'Network', share: 1.8 },
        { title: 'Security', share: 2 },
        { title: 'Bands, GHz', share: 1 },
        { title: 'On the air', share: 1 },
        { title: 'Offered by', share: 2.6 },
        { title: 'Key', share: 1.2 },
      ],
      site.ssids.map((ssid) => {
        const profile = profileOf(site, ssid)
        return [
          { text: ssid.name, tone: 'strong' as const },
          networkCell(site, ssid.networkId),
          profile ? MODE_NAME[profile.mode] : soft('none'),
          ssid.bands.join(', '),
          ssid.schedule === 'always' ? 'always' : 'when wanted',
          offeredBy(site, ssid),
          soft(profile && profile.mode !== 'open' ? 'sealed part' : 'none'),
        ]
      }),
      'No SSID in the plan.',
    ),
    ...(site.ssids.some(({ hidden }) => hidden)
      ? [
          {
            kind: 'text' as const,
            text: `Hidden: ${site.ssids
              .filter(({ hidden }) => hidden)
              .map(({ name }) => name)
              .join(', ')}. A hidden name is sent in clear by every device that joins: it keeps nobody out.`,
          },
        ]
      : []),
  ],
})

function offeredBy(site: Site, ssid: Ssid): string {
  const by = ssid.groupIds
    ? ssid.groupIds.map((id) => site.groups.find((group) => group.id === id)?.name ?? '')
    : ssid.accessPointIds?.map((id) => deviceOf(site, id)?.name ?? '')
  return by?.filter(Boolean).join(', ') ?? 'every access point'
}

/** All that stands on the site, by name. */
export const gearSection = (site: Site): Section => ({
  id: 'gear',
  title: 'Gear as built',
  blocks: [
    table(
      [
        { title: 'Device', share: 2 },
        { title: 'Type', share: 2.2 },
        { title: 'Place', share: 2 },
        { title: 'Address', share: 1.85, isCode: true },
        { title: 'MAC', share: 2.4, isCode: true },
        { title: 'Serial', share: 1.5, isCode: true },
        { title: 'Firmware', share: 1.2, isCode: true },
      ],
      site.devices.map((device) => [
        { text: device.name, tone: 'strong' as const },
        typeName(site, device),
        known(device.place),
        known(device.management.ip ?? (device.management.addressing === 'dhcp' ? 'by DHCP' : null)),
        known(device.mac),
        known(device.serial),
        known(device.firmware),
      ]),
      'No gear in the plan.',
    ),
  ],
})
