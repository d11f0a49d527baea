import { keptStated } from './backhaul'
import type { Edit } from './edits'
import { linkAt, sameEnd } from './lookups'
import type { CableCategory, Link, LinkEnd } from './cables'
import type { Id, Site } from './types'

interface Cable {
  /** The cable's id; that of one that is pulled out moves it, drawn way and all. */
  id: Id
  /** Left out: as the cable of that id has it, else the first that comes out, else 2 m of Cat 6. */
  lengthM?: number
  category?: CableCategory
  statedMbps?: Link['statedMbps']
  /** More cables that come out, besides those in the two sockets. */
  alsoOut?: readonly Link[]
}

const NEW_CABLE = { lengthM: 2, category: 'cat6', statedMbps: null } as const

/**
 * Edits that put one cable between two sockets: the one way in which a cable is plugged. What is in either socket comes out
 * first. A cable that joins the two already stays, with other figures, or nothing is done.
 */
export function plugEdits(site: Site, a: LinkEnd, b: LinkEnd, { id, alsoOut = [], ...given }: Cable): Edit[] {
  const [here, there] = [linkAt(site, a), linkAt(site, b)]
  const stays = here !== undefined && here === there
  const out = [...new Set([here, there, ...alsoOut].filter((link) => link !== undefined))]
  const kept = stays ? here : (site.links.find((link) => link.id === id) ?? out[0])
  const category = given.category ?? kept?.category ?? NEW_CABLE.category
  const record: Link = {
    id: stays ? here.id : id,
    ...(stays ? { a: here.a, b: here.b } : facing(kept?.id === id ? kept : undefined, a, b)),
    lengthM: given.lengthM ?? kept?.lengthM ?? NEW_CABLE.lengthM,
    category,
    statedMbps: given.statedMbps === undefined ? keptStated(kept, category) : given.statedMbps,
  }
  if (stays && JSON.stringify(record) === JSON.stringify({ ...record, ...here })) return []
  return [
    ...out
      .filter((link) => link.id !== record.id)
      .map((link): Edit => ({ op: 'remove', collection: 'links', id: link.id })),
    { op: 'put', collection: 'links', record },
  ]
}

/** A cable of which one end stays where it is keeps its sides. */
const facing = (kept: Link | undefined, a: LinkEnd, b: LinkEnd) =>
  kept && (sameEnd(kept.a, b) || sameEnd(kept.b, a)) ? { a: b, b: a } : { a, b }

/** Edits that pull out what is in a socket. */
export function unplugEdits(site: Site, end: LinkEnd): Edit[] {
  const link = linkAt(site, end)
  return link ? [{ op: 'remove', collection: 'links', id: link.id }] : []
}
