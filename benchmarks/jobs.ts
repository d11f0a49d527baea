import { JOBS, makeJob } from '~/core/guide/jobs'
import type { JobId } from '~/core/guide/jobs'
import { seededRandom } from '~/core/lib/random'
import { freshSite } from '~/core/plan'
import type { Site } from '~/core/plan'
import { grownYard } from './grownYard'

type Row = (...cells: string[]) => void

const SITES: [string, Site][] = [
  ['nothing', freshSite('Bench')],
  ['10 access points', grownYard(10)],
  ['50 access points', grownYard(50)],
  ['150 access points', grownYard(150)],
]

/** What is worked out after every answer: the draft, its trunks, and the findings before and after. */
const ASKED: [JobId, Record<string, number>][] = [
  ['one-router', {}],
  ['mesh', { nodes: 5, cabled: 2 }],
  ['access-points', { aps: 24 }],
  ['company-login', {}],
]

export function benchJobs(row: Row, timed: (work: () => unknown) => string): void {
  console.log('\nJobs, from an answer to what would be made')
  row('', ...SITES.map(([name]) => name))
  for (const [id, given] of ASKED)
    row(
      id,
      ...SITES.map(([, site]) =>
        timed(() => makeJob(JOBS[id], { site: { ...site }, given, random: seededRandom(1) })),
      ),
    )
}
