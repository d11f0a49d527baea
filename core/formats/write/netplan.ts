import { wanOf } from '../../plan'
import { Document } from 'yaml'
import { subnetOrNull } from '../../network/addressing'
import type { Device, Site, Uplink } from '../../plan'
import { LAN, lanInterface, routedNetworks, UPLINK } from './interfaces'
import { oneLine } from '../text'

/** A router's interfaces as netplan YAML: the feed, and one VLAN sub-interface per network. Source: netplan-yaml(5). */
export function netplanYaml(site: Site, device: Device): string {
  const vlans = Object.fromEntries(
    routedNetworks(site, device).map((network) => [
      lanInterface(network.vlanId),
      {
        id: network.vlanId,
        link: LAN,
        ...(network.gateway
          ? { addresses: [`${network.gateway}/${subnetOrNull(network.subnet)?.prefixLength ?? 24}`] }
          : {}),
      },
    ]),
  )
  const plan = {
    network: {
      version: 2,
      ethernets: {
        [UPLINK]: uplinkSettings(wanOf(device)),
        [LAN]: { dhcp4: false, 'link-local': [] },
      },
      ...(Object.keys(vlans).length > 0 ? { vlans } : {}),
    },
  }
  const document = new Document(plan)
  document.commentBefore = ` ${oneLine(`${device.name}, ${site.name}`)}`
  return document.toString()
}

function uplinkSettings(uplink: Uplink | null): object {
  if (uplink?.addressing !== 'fixed' || uplink.ip === null) return { dhcp4: uplink?.addressing !== 'none' }
  return {
    dhcp4: false,
    addresses: [`${uplink.ip}/${uplink.prefixLength ?? 24}`],
    ...(uplink.gateway ? { routes: [{ to: 'default', via: uplink.gateway }] } : {}),
  }
}
