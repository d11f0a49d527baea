import { buildFabric } from '~/core/network/layer2'
import type { Fabric, FabricNode, FabricPort, Membership } from '~/core/network/layer2'
import type { Site } from '~/core/plan'

/** A VLAN id that no plan uses: membership of a port that carries nothing. */
const NOWHERE = 4094

/** A site's bridges as Open vSwitch bridges: its names for them, and the commands that make them. */
export interface OvsSite {
  commands: string[][]
  bridges: string[]
  /** Port names by `placeKey` of the plan's places that lead out of the switches. */
  portNames: Map<string, string>
  /** The bridge that a place is on. */
  bridgeOf: Map<string, string>
}

/**
 * Each bridging device becomes a bridge, each cable between two of them a pair of patch ports, each other port one that
 * leads out. `outer` says which cables lead out instead, to hosts and routers that are realised by other means.
 */
export function ovsSite(
  site: Site,
  datapath: 'dummy' | 'netdev',
  isBridge: (node: FabricNode) => boolean = () => true,
  prefix = '',
): OvsSite {
  const fabric = buildFabric(site)
  const result: OvsSite = { commands: [], bridges: [], portNames: new Map(), bridgeOf: new Map() }
  const nodes = [...fabric.nodes.values()].filter(isBridge)
  nodes.forEach((node, i) => {
    const bridge = `${prefix}b${i}`
    result.bridges.push(bridge)
    result.commands.push(
      ['add-br', bridge],
      ['set', 'bridge', bridge, `datapath_type=${datapath}`, 'fail_mode=standalone'],
    )
    bridgedPorts(node).forEach((port, j) => {
      result.portNames.set(port.id, `${prefix}n${i}p${j}`)
      result.bridgeOf.set(port.id, bridge)
    })
  })
  for (const node of nodes)
    for (const port of bridgedPorts(node))
      result.commands.push(...portCommands(fabric, result, node, port, datapath))
  return result
}

/** A router's uplink is no part of its bridge; its own interfaces in VLANs are ports like others. */
const bridgedPorts = (node: FabricNode): FabricPort[] =>
  [...node.ports.values()].filter(({ group, key }) => group === 'lan' && key !== 'self')

function portCommands(
  fabric: Fabric,
  made: OvsSite,
  node: FabricNode,
  port: FabricPort,
  datapath: 'dummy' | 'netdev',
): string[][] {
  const name = made.portNames.get(port.id) ?? ''
  const settings = node.behaviour === 'aware' ? vlanSettings(port.membership) : []
  const add = ['add-port', made.bridgeOf.get(port.id) ?? '', name, ...settings]
  const peer = port.peer && fabric.nodes.get(port.peer.deviceId)?.ports.get(port.peer.key)
  const peerName = peer && made.portNames.get(peer.id)
  if (peerName) return [add, ['set', 'interface', name, 'type=patch', `options:peer=${peerName}`]]
  return datapath === 'dummy' ? [add, ['set', 'interface', name, 'type=dummy']] : [add]
}

/** Membership in the words of ovs-vswitchd.conf.db(5), table Port. */
function vlanSettings({ pvid, tagged, admit }: Membership): string[] {
  if (pvid === null) return ['vlan_mode=trunk', `trunks=${tagged.size > 0 ? [...tagged].join(',') : NOWHERE}`]
  if (admit === 'untaggedOnly' && tagged.size === 0) return ['vlan_mode=access', `tag=${pvid}`]
  return ['vlan_mode=native-untagged', `tag=${pvid}`, `trunks=${[pvid, ...tagged].join(',')}`]
}
