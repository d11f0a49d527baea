import { deviceOf } from '../../../plan'
import type { Id, Ip } from '../../../plan'
import { lacksPlace } from './places'
import type { TestKind } from './types'

/** A server that was asked from a place: a name to be turned into an address, or a port that should answer. */
export type ServiceSeen =
  | { kind: 'name'; attachmentId: string; name: string; server: Ip; ip: Ip | null }
  | { kind: 'port'; attachmentId: string; deviceId: Id; ip: Ip; port: number; open: boolean }

type Named = Extract<ServiceSeen, { kind: 'name' }>
type Opened = Extract<ServiceSeen, { kind: 'port' }>

export const SERVICE_KINDS: { name: TestKind<Named>; port: TestKind<Opened> } = {
  name: {
    verdict: (_site, { name, server, ip }) => ({
      says: ip === null ? `${server} has no address for ${name}` : `${server} says ${ip} for ${name}`,
      ok: ip !== null,
    }),
    lacks: lacksPlace,
    counts: {},
  },
  port: {
    verdict: (site, { deviceId, ip, port, open }) => ({
      says: `${deviceOf(site, deviceId)?.name ?? 'A device that is not in the plan any more'} (${ip}) ${open ? 'answers' : 'does not answer'} on port ${port}`,
      ok: open,
    }),
    lacks: (site, seen) =>
      lacksPlace(site, seen) ??
      (deviceOf(site, seen.deviceId) ? null : { field: 'deviceId', noun: 'device' }),
    counts: {
      host: ({ ip }) => ip,
      alive: ({ ip, open }) => (open ? ip : undefined),
    },
  },
}
