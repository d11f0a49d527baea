import type { Change } from './change'
import type { Header, Site } from './types'

type Loose = Record<string, unknown>

const isObject = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** An object with one field under another name, in its place; without that field it stays as it is. */
const renamed = (object: Loose, from: string, to: string): Loose =>
  from in object
    ? Object.fromEntries(Object.entries(object).map(([key, value]) => [key === from ? to : key, value]))
    : object

/**
 * A plan of version 1 (site files and databases of 0.1.0 to 0.4.0) as version 2 has it: `wishes` are `requirements` with a
 * `strength`, the way of calculating is `ground.model` and `ground.channelPlan24`, and the feed is stated once, in words and
 * down and up. What is of version 2 already, or no plan at all, comes back as it is.
 */
export function movedFrom1(old: unknown): unknown {
  if (!isObject(old)) return old
  const moved = renamed(movedHeader(old), 'wishes', 'requirements')
  const { requirements } = moved
  return Array.isArray(requirements) ? { ...moved, requirements: requirements.map(movedRequirement) } : moved
}

const movedRequirement = (record: unknown): unknown =>
  isObject(record) ? renamed(record, 'wish', 'strength') : record

/** The site's own words, whole or in part. */
export function movedHeader(old: Loose, feedNow: Header['feed'] | null = null): Loose {
  const header: Loose = { ...old }
  if (isObject(old.ground))
    header.ground = renamed(renamed(old.ground, 'school', 'model'), 'channelSchool24', 'channelPlan24')
  const feed = movedFeed(old, feedNow)
  if (feed) header.feed = feed
  if (isObject(old.backhaul) && 'feedMbps' in old.backhaul) {
    const { feedMbps: _stated, ...backhaul } = old.backhaul
    header.backhaul = backhaul
  }
  return header
}

function movedFeed({ feed, backhaul }: Loose, now: Header['feed'] | null): Loose | null {
  const stated = isObject(backhaul) && 'feedMbps' in backhaul ? { downMbps: backhaul.feedMbps } : null
  if (typeof feed !== 'string' && !stated) return null
  return {
    ...(now ?? { words: '', downMbps: null, upMbps: null }),
    ...(isObject(feed) ? feed : {}),
    ...(typeof feed === 'string' ? { words: feed } : {}),
    ...stated,
  }
}

/** A logged change of version 1, to be undone or redone on a plan of version 2. */
export function movedChange(change: Change, site: Site): Change {
  const text = JSON.stringify(change)
  if (!/"collection":"wishes"|"header":\{/.test(text)) return change
  const inCollections = JSON.parse(
    text
      .replaceAll('"collection":"wishes"', '"collection":"requirements"')
      .replaceAll(/"wish":"(must|may|mustNot)"/g, '"strength":"$1"'),
  ) as Change
  const { header } = inCollections
  const moved = (part: Partial<Header>) => movedHeader(part as Loose, site.feed) as Partial<Header>
  return header
    ? { ...inCollections, header: { from: moved(header.from), to: moved(header.to) } }
    : inCollections
}
