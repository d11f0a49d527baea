import { contains, networkAround, subnetOrNull } from '../../../network/addressing'
import { attachmentOf } from '../../../network/layer2'
import { deviceOf, networkOf } from '../../../plan'
import type { Network, Site } from '../../../plan'
import type { Attachment } from '../../../network/layer2'
import type { Here, HereCheck } from './types'

/** What a laptop reads at a place, held against what the plan has for it. Null: that place is not in the plan. */
export function checksHere(site: Site, attachmentId: string, here: Here): HereCheck[] | null {
  const place = attachmentOf(site, attachmentId)
  if (!place) return null
  const network = networkOf(site, place.networkId)
  return [
    { what: 'link', meant: 'up', found: here.isUp ? 'up' : 'no carrier', ok: here.isUp },
    ...ssidCheck(site, place, here),
    ...(network ? addressChecks(site, network, here) : []),
    ...socketChecks(site, place, here),
  ]
}

function addressChecks(site: Site, network: Network, here: Here): HereCheck[] {
  const subnet = subnetOrNull(network.subnet)
  const { ip, prefixLength, gateway, nameServers } = here
  const home = ip === null ? null : networkAround(site, ip)
  const address: HereCheck = {
    what: 'address',
    meant: `${network.name}${subnet ? `, ${subnet.cidr}` : ''}`,
    found:
      ip === null ? 'none' : `${ip}${home && home.id !== network.id ? `, an address of ${home.name}` : ''}`,
    ok: ip === null ? false : subnet && contains(subnet, ip),
  }
  if (ip === null) return [address]
  return [
    address,
    {
      what: 'mask',
      meant: subnet ? `/${subnet.prefixLength}` : 'not planned',
      found: prefixLength === null ? 'not read' : `/${prefixLength}`,
      ok: subnet && prefixLength !== null ? prefixLength === subnet.prefixLength : null,
    },
    {
      what: 'gateway',
      meant: network.gateway ?? 'none',
      found: gateway ?? 'none',
      ok: gateway === network.gateway,
    },
    ...(network.nameServers.length > 0
      ? [
          {
            what: 'nameServers' as const,
            meant: network.nameServers.join(', '),
            found: nameServers.join(', ') || 'none',
            ok: network.nameServers.every((server) => nameServers.includes(server)),
          },
        ]
      : []),
  ]
}

function socketChecks(site: Site, { kind, place }: Attachment, here: Here): HereCheck[] {
  const device = deviceOf(site, place.deviceId)
  const number = Number(place.key.replace('port:', ''))
  const port = kind === 'port' ? device?.ports.find((one) => one.number === number) : undefined
  if (!device || !port) return []
  const { neighbour, speedMbps } = here
  return [
    {
      what: 'speed',
      meant: port.speedMbps === null ? 'as both can' : `${port.speedMbps} Mbit/s`,
      found: speedMbps === null ? 'not read' : `${speedMbps} Mbit/s`,
      ok: port.speedMbps === null || speedMbps === null ? null : speedMbps === port.speedMbps,
    },
    {
      what: 'neighbour',
      meant: `${device.name} port ${number}`,
      found: neighbour ? `${neighbour.name} port ${neighbour.port}` : 'not heard',
      ok: neighbour ? isAlike(neighbour.name, device.name) && portOf(neighbour.port) === number : null,
    },
  ]
}

/** A device's own name may have no blanks. */
const isAlike = (a: string, b: string): boolean => plain(a) === plain(b)
const plain = (name: string): string => name.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

/** "3", "port3", "ge-0/0/3": the last number is the socket. */
const portOf = (text: string): number => Number(/(\d+)\D*$/.exec(text)?.[1] ?? NaN)

function ssidCheck(site: Site, { kind, place }: Attachment, { radio }: Here): HereCheck[] {
  if (kind !== 'ssid') return []
  const meant = site.ssids.find(({ id }) => place.key === `ssid:${id}`)?.name ?? ''
  return [
    {
      what: 'ssid',
      meant,
      found: radio ? `${radio.ssid} (${radio.bssid})` : 'no radio joined',
      ok: radio?.ssid === meant,
    },
  ]
}
