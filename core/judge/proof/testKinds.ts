import { contains, networkAround, subnetOrNull } from '../../network/addressing'
import { attachmentOf } from '../../network/layer2'
import { aimName, aimNetworkId, aimRouterId, deviceOf, networkOf, sameAim } from '../../plan'
import type { Id, Ip, Requirement, Site } from '../../plan'
import { HEARD_KINDS } from './kinds/heard'
import type { HeardSeen } from './kinds/heard'
import { lacksPlace } from './kinds/places'
import { LINK_KINDS } from './kinds/links'
import type { LinkSeen } from './kinds/links'
import { RADIO_KINDS } from './kinds/radio'
import type { RadioSeen } from './kinds/radio'
import { SERVICE_KINDS } from './kinds/services'
import type { ServiceSeen } from './kinds/services'
import type { SeenVerdict, TestKind } from './kinds/types'

/** What somebody saw and says by hand, or what the laptop measured. */
export type Seen =
  | { kind: 'running'; deviceId: Id }
  /** The address that was read on a client there; null: it got none. */
  | { kind: 'address'; attachmentId: string; ip: string | null; gateway?: Ip | null }
  /** `ip`: the host that was asked, where it is known; `attachmentId`: from where. */
  | {
      kind: 'ping'
      fromNetworkId: Id
      to: Requirement['to']
      answered: boolean
      ip?: Ip
      attachmentId?: string
    }
  | { kind: 'level'; areaId: Id; rssiDbm: number }
  | HeardSeen
  | LinkSeen
  | ServiceSeen
  | RadioSeen
  | { kind: 'signed' }

type TestKindName = Seen['kind']
type SeenOf<K extends TestKindName> = Extract<Seen, { kind: K }>

export type { SeenVerdict } from './kinds/types'

/** One row per kind of observation. The compiler holds it complete. */
const TEST_KINDS: { [K in TestKindName]: TestKind<SeenOf<K>> } = {
  running: {
    verdict: (site, { deviceId }) => {
      const name = deviceOf(site, deviceId)?.name
      return {
        says: `${name ?? 'A device that is not in the plan any more'} is running`,
        ok: name ? true : null,
      }
    },
    lacks: (site, { deviceId }) => (deviceOf(site, deviceId) ? null : { field: 'deviceId', noun: 'device' }),
    counts: { running: ({ deviceId }) => deviceId },
  },
  address: {
    verdict: (site, seen) => addressVerdict(site, seen),
    lacks: lacksPlace,
    counts: {},
  },
  ping: {
    verdict: (site, seen) => pingVerdict(site, seen),
    lacks: (site, { fromNetworkId, to }) =>
      networkOf(site, fromNetworkId) && isThere(site, to) ? null : { field: 'to', noun: 'network' },
    counts: {
      requirement: (seen, requirement) => isAbout(requirement, seen),
      tried: (seen) => seen,
      host: ({ ip }) => ip,
      alive: ({ ip, answered }) => (answered ? ip : undefined),
    },
  },
  level: {
    verdict: (site, { areaId, rssiDbm }) => {
      const area = site.areas.find(({ id }) => id === areaId)
      return {
        says: `${rssiDbm} dBm in ${area?.name ?? 'an area that is not in the plan any more'}`,
        ok: area ? rssiDbm >= area.leastSignalDbm : null,
      }
    },
    lacks: (site, { areaId }) =>
      site.areas.some(({ id }) => id === areaId) ? null : { field: 'areaId', noun: 'area' },
    counts: {},
  },
  ...HEARD_KINDS,
  ...LINK_KINDS,
  ...SERVICE_KINDS,
  ...RADIO_KINDS,
  signed: {
    verdict: (_site, _seen, who) => ({ says: `Signed by ${who}`, ok: true }),
    lacks: () => null,
    counts: { signature: true },
  },
}

/** The row of an observation, for that very observation. */
export const testKindOf = <S extends Seen>({ kind }: S): TestKind<S> =>
  TEST_KINDS[kind] as unknown as TestKind<S>

function addressVerdict(site: Site, { attachmentId, ip, gateway }: SeenOf<'address'>): SeenVerdict {
  const place = attachmentOf(site, attachmentId)
  const label = place?.label ?? 'a place that is not in the plan any more'
  const meant = networkOf(site, place?.networkId ?? null)
  const subnet = subnetOrNull(meant?.subnet ?? null)
  if (ip === null) return { says: `no address at ${label}`, ok: place ? false : null }
  const home = networkAround(site, ip)
  const where = home && home.id !== meant?.id ? `, an address of ${home.name}` : ''
  const wrongWay = gateway !== undefined && meant != null && gateway !== meant.gateway
  const way = wrongWay ? `, with ${gateway ?? 'none'} for a gateway` : ''
  return { says: `${ip} at ${label}${where}${way}`, ok: subnet ? contains(subnet, ip) && !wrongWay : null }
}

const isThere = (site: Site, to: Requirement['to']): boolean =>
  to === 'internet' ||
  networkOf(site, aimNetworkId(to)) !== undefined ||
  deviceOf(site, aimRouterId(to)) !== undefined

export const goalName = (site: Site, to: Requirement['to']): string =>
  isThere(site, to)
    ? aimName(site, to)
    : aimRouterId(to) === null
      ? 'a network that is gone'
      : 'a router that is gone'

function pingVerdict(site: Site, seen: SeenOf<'ping'>): SeenVerdict {
  const from = networkOf(site, seen.fromNetworkId)?.name ?? 'a network that is gone'
  const asked = site.requirements.find((one) => isAbout(one, seen))?.strength
  return {
    says: `ping from ${from} to ${goalName(site, seen.to)}${seen.ip === undefined ? '' : ` (${seen.ip})`} ${seen.answered ? 'answered' : 'not answered'}`,
    ok: asked === undefined || asked === 'may' ? null : seen.answered === (asked === 'must'),
  }
}

/** Whether a requirement speaks of that traffic. */
const isAbout = (
  { fromNetworkId, to }: Pick<Requirement, 'fromNetworkId' | 'to'>,
  seen: { fromNetworkId: Id; to: Requirement['to'] },
): boolean => fromNetworkId === seen.fromNetworkId && sameAim(to, seen.to)
