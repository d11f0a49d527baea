import { socket } from '../layer2'
import { deviceOf, portName, vlanName } from '../site'
import type { Link, LinkEnd, Site } from '../site'
import { putPort } from './mends'
import type { Mend, PlanView, Rule, Sighting } from './types'
import { atPort } from './where'

/** Two VLAN-aware ends of a cable that put untagged frames on different VLANs. */
export const vln2: Rule = {
  code: 'VLN-2',
  check: (plan) => plan.site.links.flatMap((link) => compare(plan, link)),
}

function compare(plan: PlanView, link: Link): Sighting[] {
  const [a, b] = [nativeAt(plan, link.a), nativeAt(plan, link.b)]
  if (a === undefined || b === undefined || a === b) return []
  const { site } = plan
  const words = (end: LinkEnd, vlanId: number | null) =>
    `${portName(site, end)} ${vlanId === null ? 'drops untagged frames' : `puts untagged frames on ${vlanName(site, vlanId)}`}`
  return [
    {
      says: `${words(link.a, a)}; ${words(link.b, b)}.`,
      where: [atPort(site, link.a), atPort(site, link.b)],
      mend: followAccessPoint(site, link, a, b),
    },
  ]
}

/** The native VLAN of a VLAN-aware end; undefined for ends that do not sort by VLAN, and for a router's uplink. */
function nativeAt({ site, twin }: PlanView, end: LinkEnd): number | null | undefined {
  const node = twin.fabric.nodes.get(end.deviceId)
  if (node?.behaviour !== 'aware' || deviceOf(site, end.deviceId)?.uplink?.port === end.port) return undefined
  return node.ports.get(socket(end.port))?.membership.pvid
}

/** An access point's native VLAN is where its own management lives, so the switch port follows it. */
function followAccessPoint(site: Site, link: Link, a: number | null, b: number | null): Mend | undefined {
  const isAp = (end: LinkEnd) => deviceOf(site, end.deviceId)?.kind === 'accessPoint'
  if (isAp(link.a) === isAp(link.b)) return undefined
  const [switchEnd, nativeVlan] = isAp(link.a) ? [link.b, a] : [link.a, b]
  const port = deviceOf(site, switchEnd.deviceId)?.ports.find(({ number }) => number === switchEnd.port)
  if (!port || nativeVlan === null) return undefined
  const taggedVlans = port.taggedVlans.filter((vlanId) => vlanId !== nativeVlan)
  return putPort(`Set native VLAN ${nativeVlan} on ${portName(site, switchEnd)}`, switchEnd.deviceId, {
    ...port,
    nativeVlan,
    taggedVlans,
  })
}
