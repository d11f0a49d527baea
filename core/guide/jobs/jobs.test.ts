import fc from 'fast-check'
import { after, answersTo, askOf, bakery, made } from '~/tests/kit/jobs'
import { findings } from '../../judge/findings'
import { deviceFiles } from '~/core/formats'
import { boatyard, demoYard, longMole } from '~/tests/kit/yard'
import { readSiteFile, writeSiteFile } from '~/schema/siteFile'
import { applyEdits, integrityProblems } from '../../plan'
import type { Problem } from '../../lib/outcome'
import type { Site } from '../../plan'
import { JOBS, JOB_IDS, makeJob } from './index'
import type { JobId } from './index'

const stops = (site: Site) => findings(site).filter(({ severity }) => severity === 'stop')

const BEFORE: [string, () => Site][] = [
  ['nothing', bakery],
  ['one router', () => after('one-router')],
  ['a gateway, a controller and three access points', () => after('access-points')],
  ['a mesh kit', () => after('mesh')],
  ['a cluster with company login', () => after('company-login', {}, after('cluster'))],
  ['the demo yard', demoYard],
  ['the boatyard', boatyard],
  ['the harbour', longMole],
]

/** What no answer can mend: a site without anything to begin at, or with no socket left. */
const NOT_HERE =
  /no access point here that could feed it|has no radio that a mesh could begin at|No socket|ask for a login/

/** A refusal stands at its question, or the site is not made for the job; it never says that what was made does not work. */
const isFair =
  (isFresh: boolean) =>
  ({ code, path, message }: Problem) =>
    code === 'job.refused' &&
    (path.length > 0 || (NOT_HERE.test(message) && !(isFresh && message.includes('socket'))))

describe.each(JOB_IDS)('%s', (id: JobId) => {
  const job = JOBS[id]

  test('asks at most ten short questions', () => {
    for (const [, site] of BEFORE) {
      const questions = job.asks(askOf(site()))
      expect(questions.length).toBeLessThanOrEqual(10)
      for (const { asks } of questions) expect(asks.length).toBeLessThanOrEqual(80)
    }
  })

  test.each(BEFORE)('on %s no answer gives a stop finding or an invalid file', (_name, before) => {
    const site = before()
    const known = new Set(stops(site).map(({ id: one }) => one))
    fc.assert(
      fc.property(answersTo(job, site), (given) => {
        const result = makeJob(job, askOf(site, given))
        if (!result.ok) {
          expect(result.problems.filter((one) => !isFair(site.devices.length === 0)(one))).toEqual([])
          return
        }
        const now = applyEdits(site, result.value.edits)
        expect(now).toEqual(result.value.after)
        expect(stops(now).filter(({ id: one }) => !known.has(one))).toEqual([])
        expect(integrityProblems(now)).toEqual([])
        const read = readSiteFile(writeSiteFile(now, true))
        expect(read.ok ? [] : read.problems).toEqual([])
      }),
      { numRuns: site.devices.length > 20 ? 4 : 12, seed: 20_261_126 },
    )
  })
})

test('nothing that a job makes is refused by the files for the gear, with plain answers', () => {
  for (const id of JOB_IDS) {
    if (id === 'one-more-by-radio') continue
    const site = made(id).after
    for (const device of site.devices)
      for (const { refused, name } of deviceFiles(site, device, true))
        expect([id, device.name, name, refused.map(({ message }) => message)]).toEqual([
          id,
          device.name,
          name,
          [],
        ])
  }
})
