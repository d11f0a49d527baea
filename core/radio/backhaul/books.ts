import type { Demand, Resource } from '../airtime'
import { areaMbps, deviceOf } from '../../plan'
import type { Device, Site } from '../../plan'
import type { Air } from './air'
import { costOf, meanCost } from './areaLinks'
import type { AreaLinks } from './areaLinks'
import { cableMbps, endToEnd } from './feeds'
import type { Feed } from './feeds'

type Take = Demand['takes'][number]

/** More than any device asks for. */
const WITHOUT_END_MBPS = 10_000

/** Keeps the list of what can run out, and writes down what each demand takes of it. */
export class Books {
  readonly resources: Resource[]
  private readonly cables = new Map<string, number>()

  constructor(
    private readonly site: Site,
    private readonly air: Air,
  ) {
    this.resources = air.cliques.map(({ names, channels, freeShare }) => ({
      name: `the airtime of ${names.join(', ')} (${channels})`,
      capacity: freeShare,
    }))
    if (site.feed.downMbps !== null) {
      this.cables.set('feed', this.resources.length)
      this.resources.push({ name: 'the feed', capacity: site.feed.downMbps })
    }
  }

  areaDemand({ area, servings }: AreaLinks, feeds: ReadonlyMap<string, Feed>): Demand {
    const takes: Take[] = []
    const fed = servings.flatMap((serving) => {
      const feed = feeds.get(serving.radio.device.id)
      return feed && endToEnd(this.site, feed).likelyMbps > 0 ? [{ serving, feed }] : []
    })
    // Clients on an access point without a feed get nothing; what the area gets, the others carry.
    const alive = fed.reduce((sum, { serving }) => sum + serving.share, 0)
    for (const { serving, feed } of fed) {
      const share = serving.share / alive
      for (const resource of this.air.of.get(serving.radio.key) ?? [])
        takes.push({ resource, perMbps: (share * meanCost(serving, this.contenders(resource))) / 1e6 })
      takes.push(...this.feedTakes(feed, share))
    }
    return { name: area.name, mostMbps: fed.length === 0 ? 0 : areaMbps(this.site, area).value, takes }
  }

  nodeDemand(device: Device, feed: Feed | undefined): Demand {
    return { name: device.name, mostMbps: WITHOUT_END_MBPS, takes: this.feedTakes(feed, 1) }
  }

  private contenders = (resource: number): number => this.air.cliques[resource]?.contenders ?? 2

  private feedTakes(feed: Feed | undefined, share: number): Take[] {
    if (!feed) return []
    const takes: Take[] = []
    const root = this.cables.get('feed')
    if (root !== undefined) takes.push({ resource: root, perMbps: share })
    for (const hop of feed.hops) {
      if (hop.kind === 'cable') {
        takes.push({
          resource: this.cable(
            hop.link.id,
            `the cable to ${deviceOf(this.site, hop.toId)?.name ?? hop.toId}`,
            cableMbps(hop).likely,
          ),
          perMbps: share,
        })
        continue
      }
      if (typeof hop.radio === 'string' || !hop.radio.mode) continue
      const { mode, band } = hop.radio
      // Both ends speak and both hear: every group that either is in loses the time, once.
      const groups = new Set([hop.fromId, hop.toId].flatMap((id) => this.air.of.get(`${id}/${band}`) ?? []))
      for (const resource of groups)
        takes.push({ resource, perMbps: (share * costOf(mode, this.contenders(resource))) / 1e6 })
    }
    return takes
  }

  private cable(linkId: string, name: string, mbps: number): number {
    let at = this.cables.get(linkId)
    if (at === undefined) {
      at = this.resources.length
      this.cables.set(linkId, at)
      this.resources.push({ name, capacity: Math.min(mbps, 10 * WITHOUT_END_MBPS) })
    }
    return at
  }
}
