import type { Host } from './hosts'

/** Where a packet is meant to go: a host, or out of the site. */
export type Goal = { kind: 'host'; host: Host } | { kind: 'internet' }
