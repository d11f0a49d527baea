import { darkDevices } from '../../network/power'
import { portName } from '../../plan'
import type { Device, Id, Site } from '../../plan'
import { endToEnd, feedsOf, rootsOf } from './feeds'
import { backhaulBand, canMesh, chosenTree, meshFrom } from './parents'
import { radioHop, radioOn } from './radioHop'
import type { RadioHop } from './radioHop'

/** One thing that can fail. */
export type Element =
  | { kind: 'device'; id: Id; name: string }
  | { kind: 'cable' | 'port'; id: Id; name: string; linkId: Id }
  | { kind: 'uplink'; id: Id; name: string }

export interface Aftermath {
  element: Element
  /** Devices without a way, themselves left out if they are what failed. */
  dark: { id: Id; name: string; unpowered: boolean }[]
  /** Nodes that find another parent, or a device behind them that comes back with them. */
  reattached: { id: Id; name: string; parentId: Id; parent: string; hops: number; mbps: number }[]
  /** The way to the internet is gone for everybody. */
  feedLost: boolean
  /** Devices that keep a way but slower than before. */
  slower: { id: Id; name: string; beforeMbps: number; afterMbps: number }[]
}

/** Everything that can be taken away: devices that others have their uplink to, cables, ports with a cable in, radio uplinks. */
export function elementsOf(site: Site): Element[] {
  const carrying = new Set(
    [...feedsOf(site, 'all').values()].flatMap(({ hops }) => hops.map(({ fromId }) => fromId)),
  )
  const devices: Element[] = site.devices
    .filter(({ id }) => carrying.has(id))
    .map(({ id, name }) => ({ kind: 'device', id, name }))
  const cables = site.links.map((link): Element => ({
    kind: 'cable',
    id: `cable:${link.id}`,
    linkId: link.id,
    name: `cable from ${portName(site, link.a)} to ${portName(site, link.b)}`,
  }))
  const ports = site.links.flatMap((link): Element[] =>
    [link.a, link.b]
      .filter(({ deviceId }) => carrying.has(deviceId))
      .map((end) => ({
        kind: 'port',
        id: `port:${end.deviceId}:${end.port}`,
        linkId: link.id,
        name: portName(site, end),
      })),
  )
  const uplinks = site.devices
    .filter(({ air }) => air !== null)
    .map(({ id, name }): Element => ({ kind: 'uplink', id: `uplink:${id}`, name: `radio uplink of ${name}` }))
  return [...devices, ...uplinks, ...cables, ...ports]
}

/** The plan with one thing taken away. */
export function without(site: Site, element: Element): Site {
  switch (element.kind) {
    case 'device':
      return {
        ...site,
        devices: site.devices
          .filter(({ id }) => id !== element.id)
          .map((device) => (device.air?.deviceId === element.id ? { ...device, air: null } : device)),
        links: site.links.filter(({ a, b }) => a.deviceId !== element.id && b.deviceId !== element.id),
      }
    case 'cable':
    case 'port':
      return { ...site, links: site.links.filter(({ id }) => id !== element.linkId) }
    case 'uplink':
      return {
        ...site,
        devices: site.devices.map((device) =>
          `uplink:${device.id}` === element.id ? { ...device, air: null } : device,
        ),
      }
  }
}

/** Devices that have power in the plan, and none with what is gone. */
function unpowered(site: Site, left: Site): Device[] {
  const [before, after] = [darkDevices(site), darkDevices(left)]
  return left.devices.filter(({ id }) => before.get(id) === null && after.get(id) !== null)
}

/** Without those devices, and what had its uplink to them. */
const withoutAll = (site: Site, gone: readonly Device[]): Site =>
  gone.reduce((left, { id, name }) => without(left, { kind: 'device', id, name }), site)

/** Work to be shared out and called off between elements: state that is the same for all of them. */
export interface FailureStudy {
  site: Site
  elements: Element[]
  hops: ReadonlyMap<string, RadioHop>
  before: ReadonlyMap<Id, number>
}

/** What one link between two devices would give does not depend on what else fails, so it is worked out once. */
export function failureStudy(site: Site): FailureStudy {
  const hops = new Map<string, RadioHop>()
  const seekers = site.devices.filter(({ mesh }) => mesh?.seeksParent)
  const takers = site.devices.filter((device) => device.mesh?.takesChildren && canMesh(device))
  for (const child of seekers)
    for (const parent of takers) {
      if (child.id === parent.id) continue
      const band = backhaulBand(child)
      const [a, b] = [radioOn(site, parent, band), radioOn(site, child, band)]
      if (a && b) hops.set(`${child.id}<${parent.id}`, radioHop(site, a, b))
    }
  return { site, elements: elementsOf(site), hops, before: ratesOf(site) }
}

const ratesOf = (site: Site): Map<Id, number> =>
  new Map([...feedsOf(site, 'all').values()].map((feed) => [feed.deviceId, endToEnd(site, feed).likelyMbps]))

/** What happens when one thing fails: who is dark, who finds another parent at what rate, who becomes slower. */
export function aftermathOf(study: FailureStudy, element: Element): Aftermath {
  const torn = without(study.site, element)
  const off = unpowered(study.site, torn)
  const left = withoutAll(torn, off)
  const rooted =
    rootsOf(left).length > 0 &&
    rootsOf(study.site).every(({ id }) => left.devices.some((device) => device.id === id))
  const [mended, reattached] = rooted ? reattach(study, left) : [left, []]
  const after = rooted ? ratesOf(mended) : new Map<Id, number>()
  const dark: Aftermath['dark'] = off.map(({ id, name }) => ({ id, name, unpowered: true }))
  const slower: Aftermath['slower'] = []
  for (const { id, name, modem } of left.devices) {
    const before = study.before.get(id)
    // What lies before the root is no device of the site's own.
    if (before === undefined || modem !== null) continue
    const now = after.get(id)
    if (now === undefined) dark.push({ id, name, unpowered: false })
    else if (now < before * 0.95 && !reattached.some((one) => one.id === id))
      slower.push({ id, name, beforeMbps: before, afterMbps: now })
  }
  return {
    element,
    dark,
    reattached,
    slower,
    feedLost: rootsOf(study.site).length > 0 && !hasFeed(study.site, left),
  }
}

/** Whether a modem still stands before a root; a site without one has its feed elsewhere. */
function hasFeed(before: Site, left: Site): boolean {
  const joined = (site: Site) => {
    const roots = new Set(rootsOf(site).map(({ id }) => id))
    const modems = new Set(site.devices.filter(({ modem }) => modem !== null).map(({ id }) => id))
    return (
      [...roots].some((id) => modems.has(id)) ||
      site.links.some(
        ({ a, b }) =>
          (modems.has(a.deviceId) && roots.has(b.deviceId)) ||
          (modems.has(b.deviceId) && roots.has(a.deviceId)),
      )
    )
  }
  return joined(left) || !joined(before)
}

/** Nodes that lost their way and may seek get the best parents that take children and still have a way. */
function reattach({ hops }: FailureStudy, left: Site): [Site, Aftermath['reattached']] {
  const feeds = feedsOf(left, 'all')
  const lost = (device: Device) => !feeds.has(device.id) && device.mesh?.seeksParent && canMesh(device)
  const nodes = left.devices.filter(lost)
  if (nodes.length === 0) return [left, []]
  const roots = left.devices.filter(
    (device) => feeds.has(device.id) && device.mesh?.takesChildren && canMesh(device),
  )
  const takers = new Set([...nodes, ...roots].filter(({ mesh }) => mesh?.takesChildren).map(({ id }) => id))
  const known = new Map([...hops].filter(([, hop]) => takers.has(hop.parentId)))
  const mesh = meshFrom(left, nodes, roots, known)
  const allowed = mesh.problem.edges.filter(({ parent }) =>
    takers.has([...nodes, ...roots][parent]?.id ?? ''),
  )
  const chosen = chosenTree(
    left,
    { ...mesh, problem: { ...mesh.problem, edges: allowed, pins: new Map() } },
    200,
  )
  const parents = new Map(
    chosen.nodes.flatMap(({ child, parent }) => (parent ? [[child.id, parent] as const] : [])),
  )
  const mended: Site = {
    ...left,
    devices: left.devices.map((device) => {
      const parent = parents.get(device.id)
      return parent
        ? {
            ...device,
            air: {
              deviceId: parent.id,
              ssidId: null,
              enterprise: false,
              way: 'mesh',
              band: backhaulBand(device),
              pinned: false,
              reason: '',
              near: null,
              far: null,
            },
          }
        : device
    }),
  }
  return [
    mended,
    chosen.nodes.flatMap(({ child, parent, hops: count, mbps }) =>
      parent
        ? [{ id: child.id, name: child.name, parentId: parent.id, parent: parent.name, hops: count, mbps }]
        : [],
    ),
  ]
}

/** Single points of failure first: those after which most devices are dark, then those with most to reattach. */
export const byWeight = (list: readonly Aftermath[]): Aftermath[] =>
  [...list].sort(
    (a, b) =>
      b.dark.length - a.dark.length ||
      Number(b.feedLost) - Number(a.feedLost) ||
      b.reattached.length - a.reattached.length ||
      b.slower.length - a.slower.length,
  )
