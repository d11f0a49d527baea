import { portName } from '../../plan'
import type { Device, Port, Site } from '../../plan'
import { portInterface } from './interfaces'
import { comment, lines, slug } from '../text'

const BRIDGE = 'br0'

/**
 * A switch as commands for a Linux bridge with VLAN filtering. Source: bridge(8), ip-link(8). A Linux bridge always
 * filters on ingress and admits what its table allows; where the plan says otherwise a comment names it.
 */
export function linuxSwitchCommands(site: Site, device: Device): string {
  return lines(
    '#!/bin/sh -e',
    comment(`${device.name}, ${site.name}`),
    `ip link add name ${BRIDGE} type bridge vlan_filtering 1 vlan_default_pvid 0`,
    `ip link set ${BRIDGE} up`,
    device.ports.flatMap((port) => ['', ...portLines(site, device, port)]),
    managementLines(site, device),
  )
}

function portLines(site: Site, device: Device, port: Port): string[] {
  const name = portInterface(port.number)
  const tagged = port.mode === 'trunk' ? port.taggedVlans : []
  return [
    comment(portName(site, { deviceId: device.id, port: port.number })),
    `ip link set ${name} master ${BRIDGE}`,
    ...(port.nativeVlan === null || port.admit === 'taggedOnly'
      ? []
      : [`bridge vlan add dev ${name} vid ${port.nativeVlan} pvid untagged`]),
    ...(port.nativeVlan !== null && port.admit === 'taggedOnly'
      ? [`bridge vlan add dev ${name} vid ${port.nativeVlan} untagged`]
      : []),
    ...tagged.map((vlanId) => `bridge vlan add dev ${name} vid ${vlanId}`),
    ...(port.ingressFilter
      ? []
      : [comment('the plan has ingress filtering off here; a Linux bridge filters')]),
    `ip link set ${name} up`,
  ]
}

function managementLines(site: Site, device: Device): string[] {
  const { ip, prefixLength, gateway, networkId } = device.management
  const vlanId = site.networks.find(({ id }) => id === networkId)?.vlanId
  if (!ip || vlanId === undefined) return []
  const name = `${slug(BRIDGE)}.${vlanId}`
  return [
    '',
    comment('its own address'),
    `bridge vlan add dev ${BRIDGE} vid ${vlanId} self`,
    `ip link add link ${BRIDGE} name ${name} type vlan id ${vlanId}`,
    `ip addr add ${ip}/${prefixLength ?? 24} dev ${name}`,
    `ip link set ${name} up`,
    ...(gateway ? [`ip route add default via ${gateway}`] : []),
  ]
}
