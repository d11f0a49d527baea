import { attachmentOf } from '../../../network/layer2'
import type { Site } from '../../../plan'
import { checksHere } from '../here/checks'
import type { HereCheck } from '../here/types'
import { lacksPlace } from './places'
import type { TestKind, SeenVerdict } from './types'

/** What a cable's two ends agreed on, and who is at the other end. */
export type LinkSeen =
  | { kind: 'linkSpeed'; attachmentId: string; speedMbps: number }
  | { kind: 'neighbour'; attachmentId: string; name: string; port: string }

type LinkSpeed = Extract<LinkSeen, { kind: 'linkSpeed' }>
type Neighbour = Extract<LinkSeen, { kind: 'neighbour' }>

const NOTHING = {
  interfaceName: '',
  isUp: true,
  speedMbps: null,
  ip: null,
  prefixLength: null,
  gateway: null,
  nameServers: [],
  neighbour: null,
  radio: null,
}

const checked = (site: Site, at: string, read: object, what: HereCheck['what']) =>
  checksHere(site, at, { ...NOTHING, ...read })?.find((one) => one.what === what)

const placeIn = (site: Site, at: string): string =>
  attachmentOf(site, at)?.label ?? 'a place that is not in the plan any more'

function linkVerdict(site: Site, { attachmentId, speedMbps }: LinkSpeed): SeenVerdict {
  const check = checked(site, attachmentId, { speedMbps }, 'speed')
  return { says: `${speedMbps} Mbit/s negotiated at ${placeIn(site, attachmentId)}`, ok: check?.ok ?? null }
}

function neighbourVerdict(site: Site, { attachmentId, name, port }: Neighbour): SeenVerdict {
  const check = checked(site, attachmentId, { neighbour: { name, port } }, 'neighbour')
  return {
    says: `“${name}”, port ${port}, at the other end of ${placeIn(site, attachmentId)}`,
    ok: check?.ok ?? null,
  }
}

export const LINK_KINDS: { linkSpeed: TestKind<LinkSpeed>; neighbour: TestKind<Neighbour> } = {
  linkSpeed: { verdict: linkVerdict, lacks: lacksPlace, counts: {} },
  neighbour: { verdict: neighbourVerdict, lacks: lacksPlace, counts: {} },
}
