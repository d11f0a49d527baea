import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ipText, subnetOrNull } from '~/core/network/addressing'
import type { FabricNode } from '~/core/network/layer2'
import { routesAtHome } from '~/core/plan'
import type { Device, Network } from '~/core/plan'

/** Small parts of a site that is brought up for real: scripts, files of a namespace's own, and what is what. */

/** Files that are a namespace's own; the others it shares with the machine. */
export const ownFiles = (space: string): string => join('/etc/netns', space)

export const LEASE_SCRIPT = `#!/bin/sh
[ "$1" = bound ] || [ "$1" = renew ] || exit 0
ip addr flush dev "$interface"
ip addr add "$ip/\${mask:-24}" dev "$interface"
for gateway in $router; do ip route replace default via "$gateway"; break; done
for server in $dns; do echo "nameserver $server"; done > "$SERVERS"
echo "$ip" > "$TOLD"
`

export const PING_ALL =
  'for ip in "$@"; do (ping -q -c 2 -i 0.3 -W 1 "$ip" >/dev/null 2>&1 && echo "$ip") & done; wait'

/** A router that hands out no gateway has an address all the same: the last of the subnet. */
export function ownAddress({ gateway, subnet }: Network): string {
  const parsed = subnetOrNull(subnet)
  return `${gateway ?? ipText(parsed?.lastUsable ?? 0)}/${parsed?.prefixLength ?? 24}`
}

export const ends = <T>(list: readonly T[]): T[] =>
  [...new Set([list[0], list.at(-1)])].filter((one) => one !== undefined)

export const isRouter = (device: Device): boolean => device.kind === 'gateway' || routesAtHome(device)

export const isBridge = ({ device, behaviour }: FabricNode): boolean =>
  behaviour !== 'host' && device.kind !== 'modem'

export const readOr = (file: string, otherwise: string): string => {
  try {
    return readFileSync(file, 'utf8')
  } catch {
    return otherwise
  }
}
