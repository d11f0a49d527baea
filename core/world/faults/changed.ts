import { deviceOf } from '../../plan'
import type { Collection, Device, Id, Port, RecordOf, Site } from '../../plan'

/** The site with one record changed. */
export const changed = <C extends Collection>(
  site: Site,
  collection: C,
  id: Id,
  part: Partial<RecordOf<C>>,
): Site => ({
  ...site,
  [collection]: (site[collection] as RecordOf<C>[]).map((one) =>
    (one as { id: Id }).id === id ? { ...one, ...part } : one,
  ),
})

export const changedPort = (site: Site, { id, ports }: Device, number: number, part: Partial<Port>): Site =>
  changed(site, 'devices', id, {
    ports: ports.map((port) => (port.number === number ? { ...port, ...part } : port)),
  })

export const nameOf = (site: Site, id: Id | null): string => deviceOf(site, id)?.name ?? 'nobody'
