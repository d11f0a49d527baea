import { JOB_IDS, JOBS, makeJob } from '~/core/guide/jobs'
import type { Question } from '~/core/guide/jobs'
import { seededRandom } from '~/core/lib/random'
import { freshSite } from '~/core/plan'
import { readSiteFile, writeSiteFile } from './siteFile'

const make = (
  id: (typeof JOB_IDS)[number],
  given: Record<string, unknown>,
  site = freshSite('Corner Bakery'),
) => makeJob(JOBS[id], { site, given, random: seededRandom(7) })

/** Texts that a form lets through: too long, of many octets, empty, with control characters, half a character (Unicode 3.9, D71). */
const HOSTILE = [
  ...['x', 'é', '⛵'].flatMap((letter) => [1, 16, 33, 60, 61, 81].map((n) => letter.repeat(n))),
  '',
  'a\nb',
  'a\u0000b',
  '\ud800',
  '\t',
]
const TYPED: ReadonlySet<Question['kind']> = new Set(['text', 'ssid', 'key', 'macs', 'address'])

test('what a job makes of any text is read again as a site file, or the text is refused at its question', () => {
  const begun = make('access-points', {})
  const sites = [freshSite('x'.repeat(80)), ...(begun.ok ? [begun.value.after] : [])]
  let refused = 0
  for (const site of sites)
    for (const id of JOB_IDS)
      for (const question of JOBS[id].asks({ site, given: {}, random: seededRandom(7) })) {
        if (!TYPED.has(question.kind)) continue
        for (const text of HOSTILE) {
          const made = make(id, { [question.id]: text }, site)
          if (!made.ok) {
            refused++
            continue
          }
          const back = readSiteFile(writeSiteFile(made.value.after, true))
          expect([id, question.id, text, back.ok ? [] : back.problems]).toEqual([id, question.id, text, []])
        }
      }
  expect(refused).toBeGreaterThan(100)
})

/** IEEE Std 802.11-2020 section 9.4.2.2: an SSID has at most 32 octets, whatever the letters. */
test('the house’s own network on a remote access point is an SSID', () => {
  expect(make('remote-worker', { householdSsid: 'é'.repeat(17) })).toMatchObject({
    ok: false,
    problems: [{ path: ['householdSsid'], message: expect.stringContaining('32 octets') }],
  })
  expect(make('remote-worker', { householdSsid: 'é'.repeat(16) }).ok).toBe(true)
})

test.each([1, 25, 26, 60, 66, 67, 100, 500])('%i access points are a job', (count) => {
  for (const [id, asked] of [
    ['access-points', 'aps'],
    ['virtual-controller', 'fleet'],
  ] as const) {
    const made = make(id, { [asked]: count })
    if (!made.ok) throw new Error(made.problems.map(({ message }) => message).join('\n'))
    const { after, left } = made.value
    const aps = after.devices.filter(({ kind }) => kind === 'accessPoint')
    expect([id, aps.length]).toEqual([id, count])
    expect(new Set(aps.map(({ adoption }) => adoption?.controllerId))).toEqual(new Set(['controller']))
    expect(left.filter(({ severity }) => severity === 'stop')).toEqual([])
    expect(readSiteFile(writeSiteFile(after, true)).ok).toBe(true)
  }
})
