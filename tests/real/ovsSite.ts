import { buildFabric, placeKey } from '~/core/layer2'
import type { Fabric, FabricNode, FabricPort, Membership } from '~/core/layer2'
import type { Site } from '~/core/site'

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
  isBridge: (node: FabricNode) => boolean,
): OvsSite {
  const fabric = buildFabric(site)
  const result: OvsSite = { commands: [], bridges: [], portNames: new Map(), bridgeOf: new Map() }
  const nodes = [...fabric.nodes.values()].filter(isBridge)
  nodes.forEach((node, i) => {
    const bridge = `b${i}`
    result.bridges.push(bridge)
    result.commands.push(
      ['add-br', bridge],
      [
        'set',
        'bridge',
        bridge,
        `datapath_type=${datapath}`,
        'fail_mode=standalone',
        'mcast_snooping_enable=false',
      ],
    )
    ;[...node.ports.values()]
      .filter(({ group, key }) => group === 'lan' && !key.startsWith('self'))
      .forEach((port, j) => addPort(fabric, result, nodes, node, port, `n${i}p${j}`, bridge, datapath))
  })
  return result
}

function addPort(
  fabric: Fabric,
  result: OvsSite,
  nodes: FabricNode[],
  node: FabricNode,
  port: FabricPort,
  name: string,
  bridge: string,
  datapath: 'dummy' | 'netdev',
): void {
  const settings = node.behaviour === 'aware' ? vlanSettings(port.membership) : []
  const far = port.peer && fabric.nodes.get(port.peer.deviceId)
  result.portNames.set(port.id, name)
  result.bridgeOf.set(port.id, bridge)
  const add = ['--may-exist', 'add-port', bridge, name, ...settings]
  if (!port.peer || !far || !nodes.includes(far)) {
    result.commands.push(add)
    if (datapath === 'dummy') result.commands.push(['set', 'interface', name, 'type=dummy'])
    return
  }
  const peerName = farName(nodes, far, port.peer.key)
  result.commands.push(add, ['set', 'interface', name, 'type=patch', `options:peer=${peerName}`])
}

function farName(nodes: FabricNode[], far: FabricNode, key: FabricPort['key']): string {
  const ports = [...far.ports.values()].filter((one) => one.group === 'lan' && !one.key.startsWith('self'))
  return `n${nodes.indexOf(far)}p${ports.findIndex((one) => one.key === key)}`
}

/** Membership in the words of ovs-vswitchd.conf.db(5), table Port. */
function vlanSettings({ pvid, tagged, admit }: Membership): string[] {
  if (pvid === null) return ['vlan_mode=trunk', `trunks=${tagged.size > 0 ? [...tagged].join(',') : NOWHERE}`]
  if (admit === 'untaggedOnly' && tagged.size === 0) return ['vlan_mode=access', `tag=${pvid}`]
  return ['vlan_mode=native-untagged', `tag=${pvid}`, `trunks=${[pvid, ...tagged].join(',')}`]
}

export const nameAt = (ovs: OvsSite, deviceId: string, key: FabricPort['key']): string => {
  const name = ovs.portNames.get(placeKey({ deviceId, key }))
  if (!name) throw new Error(`no port ${deviceId} ${key}`)
  return name
}
