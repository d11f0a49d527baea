import type { Target } from '~/core/network/layer3'

/** A target as it stands in an address: "internet", "network:ID", "controller:ID", "device:ID", "router:ID". */
export function targetId(target: Target): string {
  switch (target.kind) {
    case 'internet':
      return 'internet'
    case 'network':
      return `network:${target.networkId}`
    case 'controller':
    case 'device':
    case 'router':
      return `${target.kind}:${target.deviceId}`
  }
}
