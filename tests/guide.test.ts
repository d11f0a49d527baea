import { readFileSync } from 'node:fs'
import { MADE_SITES } from '~/demo/make'
import { JOB_IDS } from '~/core/guide/jobs'
import { findings } from '~/core/judge/findings'
import { readSiteFile } from '~/schema/siteFile'
import { guideFiles } from '../scripts/guide'

describe('the guide', () => {
  const files = guideFiles()

  test('has a page for each job, and a picture wherever a plan is made', () => {
    for (const id of JOB_IDS) {
      expect(files.get(`${id}.md`)).toContain('## The order of the work')
      expect(files.has(`pictures/${id}.svg`)).toBe(id !== 'slow-wifi')
    }
  })

  test.each([...files.keys()])('%s is as the jobs are: npm run guide writes it', (name) => {
    expect(readFileSync(`docs/guide/${name}`, 'utf8')).toBe(files.get(name))
  })

  test('names no key', () => {
    for (const text of files.values()) expect(text).not.toMatch(/[a-z347]{4}(-[a-z347]{4}){3}/)
  })
})

test.each(Object.entries(MADE_SITES))('%s is as its jobs make it, and nothing stops it', (name, make) => {
  const read = readSiteFile(readFileSync(`demo/${name}.json`, 'utf8'))
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  // One stream of keys serves both sites, so only the first of a fresh process has its very keys.
  const keyless = (value: unknown): unknown =>
    JSON.parse(
      JSON.stringify(value, (field, one: unknown) =>
        ['passphrase', 'secret', 'password'].includes(field) ? '' : one,
      ),
    )
  expect(keyless(read.value)).toEqual(keyless(make()))
  expect(findings(read.value).filter(({ severity }) => severity === 'stop')).toEqual([])
})
