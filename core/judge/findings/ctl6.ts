import { accessPoints, MOST_IN_CLUSTER } from '../../plan'
import type { ClusterPart, Device, Site } from '../../plan'
import type { Mend, Rule, Sighting } from './types'
import { atDevice } from './where'

/** Source of the range: RFC 9568 section 5.2.4 for the protocol it is like; members of a cluster have the same (common practice, no source). */
const HIGHEST_PRIORITY = 255

interface Member {
  device: Device
  cluster: ClusterPart
}

/** Members of clusters whose settings do not make one cluster that survives its master. Common practice, no source. */
export const ctl6: Rule = {
  code: 'CTL-6',
  check: ({ site }) => {
    const clusters = clustersOf(membersIn(site))
    return [
      ...splits(clusters),
      ...clusters.flatMap((cluster) => [...ceiling(cluster), ...ties(cluster), ...shared(cluster)]),
    ]
  },
}

const membersIn = (site: Site): Member[] =>
  accessPoints(site).flatMap((device) => (device.cluster ? [{ device, cluster: device.cluster }] : []))

/** Members that take each other for one cluster: by name, case counts, and passphrase. */
interface Cluster {
  name: string
  passphrase: string | null
  members: Member[]
}

function clustersOf(members: Member[]): Cluster[] {
  const found: Cluster[] = []
  for (const member of members) {
    const { name, passphrase } = member.cluster
    const known = found.find((one) => one.name === name && one.passphrase === passphrase)
    if (known) known.members.push(member)
    else found.push({ name, passphrase, members: [member] })
  }
  return found
}

const put = (label: string, changed: Member[]): Mend => ({
  label,
  edits: changed.map(({ device, cluster }) => ({
    op: 'put',
    collection: 'devices',
    record: { ...device, cluster },
  })),
})

const named = (members: Member[]): string => members.map(({ device }) => device.name).join(', ')
const places = (members: Member[]) => members.map(({ device }) => atDevice(device))
const folded = (name: string): string => name.trim().toLowerCase()

/** Clusters on purpose have names of their own and two members or more; one that is nearly like a larger one is a slip. */
function splits(clusters: Cluster[]): Sighting[] {
  const [meant, ...others] = [...clusters].sort((a, b) => b.members.length - a.members.length)
  if (!meant) return []
  return others
    .filter(({ name, members }) => members.length === 1 || folded(name) === folded(meant.name))
    .map(({ name, members }) => ({
      says: `${named(members)}: ${name === meant.name ? 'another passphrase than the rest' : `cluster “${name}” instead of “${meant.name}”`}, so there are two clusters and two masters.`,
      where: places(members),
      mend: put(
        `Put ${members.length === 1 ? named(members) : 'them'} into “${meant.name}”`,
        members.map(({ device, cluster }) => ({
          device,
          cluster: { ...cluster, name: meant.name, passphrase: meant.passphrase },
        })),
      ),
    }))
}

const ceiling = ({ name, members }: Cluster): Sighting[] =>
  members.length <= MOST_IN_CLUSTER
    ? []
    : [
        {
          says: `Cluster “${name}” has ${members.length} members; ${MOST_IN_CLUSTER} is the most.`,
          where: places(members.slice(MOST_IN_CLUSTER)),
        },
      ]

/** With equal priorities the lowest hardware address decides: an accident, and not what somebody meant. */
function ties({ members }: Cluster): Sighting[] {
  const most = Math.max(...members.map(({ cluster }) => cluster.priority))
  const [master, ...rest] = members.filter(({ cluster }) => cluster.priority === most)
  if (!master || rest.length === 0) return []
  const raised = Math.min(HIGHEST_PRIORITY, most + 10)
  const mend = put(`Make ${master.device.name} the master`, [
    { ...master, cluster: { ...master.cluster, priority: raised } },
  ])
  return [
    {
      severity: 'fix',
      says: `${[master, ...rest].map(({ device }) => device.name).join(' and ')} have the same priority ${most}: which one is master is an accident of hardware addresses.`,
      where: places([master, ...rest]),
      mend: raised > most ? mend : undefined,
    },
  ]
}

function shared({ members }: Cluster): Sighting[] {
  const meant = commonest(members.flatMap(({ cluster }) => cluster.sharedIp ?? []))
  const without = members.filter(({ cluster }) => cluster.sharedIp !== meant)
  if (meant === null || without.length === 0) return []
  return [
    {
      severity: 'fix',
      says: `${named(without)} ${without.length === 1 ? 'does' : 'do'} not have the shared address ${meant}: with one of them as master nobody answers there.`,
      where: places(without),
      mend: put(
        `Set ${meant} on every member`,
        without.map(({ device, cluster }) => ({ device, cluster: { ...cluster, sharedIp: meant } })),
      ),
    },
  ]
}

function commonest(list: string[]): string | null {
  const count = (value: string) => list.filter((one) => one === value).length
  return [...new Set(list)].sort((a, b) => count(b) - count(a))[0] ?? null
}
