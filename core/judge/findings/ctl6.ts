import { accessPoints, MOST_IN_CLUSTER } from '../../plan'
import type { ClusterPart, Device, Site } from '../../plan'
import type { Mend, Rule, Sighting } from './types'
import { atDevice } from './where'

interface Member {
  device: Device
  cluster: ClusterPart
}

/** Members of clusters whose settings do not make one cluster that survives its master. Common practice, no source. */
export const ctl6: Rule = {
  code: 'CTL-6',
  check: ({ site }) => {
    const members = membersIn(site)
    return members.length === 0
      ? []
      : [...splits(members), ...ceiling(members), ...ties(members), ...shared(members)]
  },
}

const membersIn = (site: Site): Member[] =>
  accessPoints(site).flatMap((device) => (device.cluster ? [{ device, cluster: device.cluster }] : []))

const identity = ({ cluster }: Member): string => JSON.stringify([cluster.name, cluster.passphrase])

/** What most of them have is taken for what is meant. */
function usual<T>(members: Member[], of: (member: Member) => T): T {
  const counts = new Map<string, { value: T; count: number }>()
  for (const member of members) {
    const value = of(member)
    const key = JSON.stringify(value)
    counts.set(key, { value, count: (counts.get(key)?.count ?? 0) + 1 })
  }
  return [...counts.values()].sort((a, b) => b.count - a.count)[0]!.value
}

const put = (label: string, changed: Member[]): Mend => ({
  label,
  edits: changed.map(({ device, cluster }) => ({
    op: 'put',
    collection: 'devices',
    record: { ...device, cluster },
  })),
})

/** A name by exact case, and a passphrase: one that differs stands alone. Clusters on purpose have different names and two members or more. */
function splits(members: Member[]): Sighting[] {
  const groups = new Map<string, Member[]>()
  for (const member of members)
    groups.set(identity(member), [...(groups.get(identity(member)) ?? []), member])
  if (groups.size < 2) return []
  const byName = new Map<string, number>()
  for (const [first] of groups.values()) {
    const name = first!.cluster.name.trim().toLowerCase()
    byName.set(name, (byName.get(name) ?? 0) + 1)
  }
  const meant = usual(members, ({ cluster }) => ({ name: cluster.name, passphrase: cluster.passphrase }))
  return [...groups.values()]
    .filter(([first]) => first!.cluster.name !== meant.name || first!.cluster.passphrase !== meant.passphrase)
    .filter(
      (group) => group.length === 1 || (byName.get(group[0]!.cluster.name.trim().toLowerCase()) ?? 0) > 1,
    )
    .map((group) => ({
      says: `${group.map(({ device }) => device.name).join(', ')}: ${group[0]!.cluster.name === meant.name ? 'another passphrase than the rest' : `cluster “${group[0]!.cluster.name}” instead of “${meant.name}”`}, so there are two clusters and two masters.`,
      where: group.map(({ device }) => atDevice(device)),
      mend: put(
        `Put ${group.length === 1 ? group[0]!.device.name : 'them'} into “${meant.name}”`,
        group.map((member) => ({ ...member, cluster: { ...member.cluster, ...meant } })),
      ),
    }))
}

const eachCluster = (members: Member[]): Member[][] => {
  const groups = new Map<string, Member[]>()
  for (const member of members)
    groups.set(identity(member), [...(groups.get(identity(member)) ?? []), member])
  return [...groups.values()]
}

const ceiling = (members: Member[]): Sighting[] =>
  eachCluster(members)
    .filter((group) => group.length > MOST_IN_CLUSTER)
    .map((group) => ({
      says: `Cluster “${group[0]!.cluster.name}” has ${group.length} members; ${MOST_IN_CLUSTER} is the most.`,
      where: group.slice(MOST_IN_CLUSTER).map(({ device }) => atDevice(device)),
    }))

/** With equal priorities the lowest hardware address decides: an accident, and not what somebody meant. */
const ties = (members: Member[]): Sighting[] =>
  eachCluster(members).flatMap((group): Sighting[] => {
    const most = Math.max(...group.map(({ cluster }) => cluster.priority))
    const first = group.filter(({ cluster }) => cluster.priority === most)
    if (first.length < 2) return []
    const raised = Math.min(255, most + 10)
    const [master] = first
    return [
      {
        severity: 'fix',
        says: `${first.map(({ device }) => device.name).join(' and ')} have the same priority ${most}: which one is master is an accident of hardware addresses.`,
        where: first.map(({ device }) => atDevice(device)),
        mend:
          raised > most
            ? put(`Make ${master!.device.name} the master`, [
                { ...master!, cluster: { ...master!.cluster, priority: raised } },
              ])
            : undefined,
      },
    ]
  })

const shared = (members: Member[]): Sighting[] =>
  eachCluster(members).flatMap((group): Sighting[] => {
    const meant = usual(
      group.filter(({ cluster }) => cluster.sharedIp !== null),
      ({ cluster }) => cluster.sharedIp,
    )
    const without = group.filter(({ cluster }) => cluster.sharedIp !== meant)
    if (meant === undefined || meant === null || without.length === 0) return []
    return [
      {
        severity: 'fix',
        says: `${without.map(({ device }) => device.name).join(', ')} ${without.length === 1 ? 'does' : 'do'} not have the shared address ${meant}: with one of them as master nobody answers there.`,
        where: without.map(({ device }) => atDevice(device)),
        mend: put(
          `Set ${meant} on every member`,
          without.map((member) => ({ ...member, cluster: { ...member.cluster, sharedIp: meant } })),
        ),
      },
    ]
  })
