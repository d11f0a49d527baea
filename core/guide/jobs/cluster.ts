import { MOST_IN_CLUSTER, NEW_CLUSTER } from '../../plan'
import type { Device, Site } from '../../plan'
import { countOf, textOf } from './answers'
import { base, baseQuestions, offerAt } from './draft/base'
import { now, refuse, say } from './draft/draft'
import { addAccessPoints } from './draft/fleet'
import { freeAddress } from './draft/gear'
import type { Job } from './job'
import { count as counted, key } from './questions'

const HIGHEST = 200
const STEP = 10

/** Members of the cluster that is there: the first, where there are several. */
function membersOf(site: Site): Device[] {
  const first = site.devices.find(({ cluster: part }) => part !== null)?.cluster
  return site.devices.filter(({ cluster: part }) => first && part?.name === first.name)
}

export const cluster: Job = {
  name: 'A cluster of access points without a controller',
  says: 'Up to ten access points that elect a master, with one shared address for all their settings.',
  asks: (ask) => [
    counted('aps', 'How many access points?', 3, [2, MOST_IN_CLUSTER], {
      beyond: 'About ten is the ceiling: more wants a controller.',
    }),
    ...baseQuestions(ask, { expected: 40 }),
    ...(membersOf(ask.site).length > 0 ? [] : [key('clusterKey', 'The passphrase of the cluster?', ask)]),
  ],
  make: (draft, answers) => {
    const made = base(draft, answers, { typeId: 't-gateway', gear: true })
    const there = membersOf(draft.site)
    const count = countOf(answers, 'aps')
    if (there.length + count > MOST_IN_CLUSTER) {
      refuse(
        draft,
        'aps',
        `How many access points? ${count} and the ${there.length} that are there are more than a cluster carries: ${MOST_IN_CLUSTER}. Accepted: ${Math.max(0, MOST_IN_CLUSTER - there.length)} at most, or a controller.`,
      )
      return
    }
    const known = there[0]?.cluster ?? null
    const sharedIp = known ? known.sharedIp : freeAddress(draft, made.gear)
    const name = known?.name ?? 'Cluster'
    const below = Math.min(HIGHEST + STEP, ...there.map(({ cluster: part }) => part?.priority ?? HIGHEST))
    const aps = addAccessPoints(draft, {
      count,
      gear: made.gear,
      clients: made.people,
      lengthM: 30,
      addressing: 'fixed',
      part: (_device, i) => ({
        cluster: {
          ...NEW_CLUSTER,
          name,
          passphrase: known ? known.passphrase : textOf(answers, 'clusterKey'),
          priority: Math.max(1, below - STEP * (i + 1)),
          sharedIp,
        },
      }),
    })
    offerAt(draft, answers, made, aps)
    const [master, next] = [...there, ...aps].map((ap) => now(draft, ap))
    say(
      draft,
      name,
      `One name, one passphrase, the shared address ${sharedIp ?? 'none'} on every member. ${master?.name ?? 'The first'} has the highest priority; after a failure ${next?.name ?? 'the next'} takes over and keeps the page.`,
    )
    draft.steps.push(
      'On the bench: each its own fixed address, new login, the same firmware.',
      'Cluster name, passphrase and shared address on every member, and a priority of its own.',
      'Master first; wait until it answers at the shared address; then the others one by one.',
      'SSIDs only at the shared address: it hands them to all. Channels are left to the cluster.',
    )
    draft.tests.push(
      `Pull the power of ${master?.name ?? 'the master'}: the page at ${sharedIp ?? 'the shared address'} comes back.`,
    )
  },
}
