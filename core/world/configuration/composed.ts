import isSame from 'fast-deep-equal'
import type { Group, Id, Link, Network, SecurityProfile, Site, Ssid } from '../../plan'
import type { Configuration } from './types'

/**
 * The site that these configurations and cables make together: the inverse of `configurationOf` on a sound plan. Where two devices
 * hold different things under one id (the same SSID on another VLAN), the site holds both, the later one under an id of its own.
 * What is not in any device (ground, areas, requirements, types) is that of the surroundings.
 */
export function composed(configurations: readonly Configuration[], links: Link[], surroundings: Site): Site {
  const merge = new Merge()
  const made = new Map([...configurations].sort(routersFirst).map((one) => [one, merge.add(one)]))
  const devices = configurations.flatMap((configuration) => made.get(configuration) ?? [])
  const order = new Map(surroundings.networks.map(({ id }, i) => [id, i]))
  const rank = ({ id }: Network) => order.get(id) ?? order.size
  return {
    ...surroundings,
    networks: [...merge.networks.values()].sort((a, b) => rank(a) - rank(b)),
    profiles: [...merge.profiles.values()],
    ssids: [...merge.ssids.values()],
    groups: [...merge.groups.values()],
    devices,
    links,
    rules: once(configurations.flatMap(({ rules }) => rules)),
    forwards: once(configurations.flatMap(({ forwards }) => forwards)),
  }
}

/** Rules name networks as their router knows them: its version is the one that keeps the id. */
const routersFirst = (a: Configuration, b: Configuration): number => Number(routes(b)) - Number(routes(a))

const routes = ({ networks, device }: Configuration): boolean =>
  networks.some(({ routedBy }) => routedBy === device.id)

const once = <T extends { id: Id }>(records: T[]): T[] => [
  ...new Map(records.map((record) => [record.id, record])).values(),
]

class Merge {
  readonly networks = new Map<Id, Network>()
  readonly profiles = new Map<Id, SecurityProfile>()
  readonly ssids = new Map<Id, Ssid>()
  readonly groups = new Map<Id, Group>()
  /** Ids of later versions, by the id that all of them had. */
  private readonly versions = new Map<Id, Id[]>()

  /** Takes a configuration in, and gives its device with the ids that its records have now. */
  add({ device, networks, profiles, ssids, groups }: Configuration) {
    const network = this.renames(networks, device.id, (one) => this.network(one))
    const profile = this.renames(profiles, device.id, (one) => this.same(this.profiles, one))
    for (const ssid of ssids)
      this.ssid(
        { ...ssid, networkId: renamed(network, ssid.networkId), profileId: renamed(profile, ssid.profileId) },
        device.id,
      )
    for (const group of groups)
      this.group(
        {
          ...group,
          jacks: group.jacks.map((jack) => ({ ...jack, networkId: renamed(network, jack.networkId) })),
        },
        device.id,
      )
    const { management } = device
    const networkId = renamed(network, management.networkId)
    return networkId === management.networkId
      ? device
      : { ...device, management: { ...management, networkId } }
  }

  /** Records that another device holds otherwise get an id of their own. */
  private renames<T extends { id: Id }>(
    records: T[],
    deviceId: Id,
    take: (record: T) => boolean,
  ): Map<Id, Id> {
    const renames = new Map<Id, Id>()
    for (const record of records) {
      const id = this.version(record.id, deviceId, (version) => take({ ...record, id: version }))
      if (id !== record.id) renames.set(record.id, id)
    }
    return renames
  }

  /** The id of the version that takes it: the first there was, one that another device brought, or one of its own. */
  private version(id: Id, deviceId: Id, takes: (version: Id) => boolean): Id {
    if (takes(id)) {
      this.noteOther(id)
      return id
    }
    const others = this.versions.get(id) ?? []
    const known = others.find(takes)
    if (known !== undefined) return known
    const own = `${id}~${deviceId}`
    this.versions.set(id, [...others, own])
    takes(own)
    return own
  }

  /** A device that holds a record twice brings the second by an id of its own; the others that mean that one know it by the first. */
  private noteOther(id: Id): void {
    const first = id.replace(/~.*$/, '')
    const others = this.versions.get(first) ?? []
    if (first !== id && !others.includes(id)) this.versions.set(first, [...others, id])
  }

  private same<T extends { id: Id }>(all: Map<Id, T>, record: T): boolean {
    const known = all.get(record.id)
    if (!known) all.set(record.id, record)
    return known === undefined || isSame(known, record)
  }

  /** Two devices mean one network where its VLAN and subnet are alike; each adds what it knows. False: they do not. */
  private network(mine: Network): boolean {
    const known = this.networks.get(mine.id)
    if (!known) {
      this.networks.set(mine.id, mine)
      return true
    }
    const isOne =
      known.vlanId === mine.vlanId &&
      known.subnet === mine.subnet &&
      bothKnow(known.routedBy, mine.routedBy) &&
      (mine.pool === null || known.pool === null)
    if (isOne) this.networks.set(mine.id, joined(known, mine))
    return isOne
  }

  private ssid(ssid: Ssid, deviceId: Id): void {
    this.version(ssid.id, deviceId, (id) => {
      const known = this.ssids.get(id)
      if (!known) this.ssids.set(id, { ...ssid, id })
      else if (isSame({ ...known, accessPointIds: null }, { ...ssid, id, accessPointIds: null }))
        this.ssids.set(id, {
          ...known,
          accessPointIds: [...(known.accessPointIds ?? []), ...(ssid.accessPointIds ?? [])],
        })
      else return false
      return true
    })
  }

  private group(group: Group, deviceId: Id): void {
    const known = this.groups.get(group.id)
    if (!known) this.groups.set(group.id, group)
    else if (isSame(known.jacks, group.jacks))
      this.groups.set(group.id, {
        ...known,
        accessPointIds: [...known.accessPointIds, ...group.accessPointIds],
      })
    else this.groups.set(`${group.id}~${deviceId}`, { ...group, id: `${group.id}~${deviceId}` })
  }
}

const renamed = <T extends Id | null>(renames: Map<Id, Id>, id: T): T =>
  ((id !== null && renames.get(id)) || id) as T

const bothKnow = (a: Id | null, b: Id | null): boolean => a === null || b === null || a === b

/** The router's word and the server's word put together. */
function joined(known: Network, mine: Network): Network {
  const router = mine.routedBy !== null ? mine : known
  const server = mine.pool !== null ? mine : known
  return {
    ...known,
    gateway: router.gateway ?? server.gateway,
    routedBy: known.routedBy ?? mine.routedBy,
    translated: router.translated,
    relayed: router.relayed,
    servedBy: known.servedBy ?? mine.servedBy,
    pool: server.pool,
    nameServers: server.nameServers,
    announcedControllerId: server.announcedControllerId,
    announcedBy: server.announcedBy,
  }
}
