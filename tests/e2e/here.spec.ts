import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { boatyard, choose, faultsOf, open } from './kit'

const FOLDER = process.env.YARD_BEACON_TEST_DATA!
const plugged = (laptop: { ip: string | null; gateway: string | null; answers: string[] }) =>
  writeFileSync(join(FOLDER, 'laptop.json'), JSON.stringify(laptop))

test('plugged in, tested, moved, tested: what was measured proves what is asked for, and silence alone does not', async ({
  page,
  request,
  baseURL,
}) => {
  const faults = faultsOf(page)
  plugged({ ip: '172.27.24.77', gateway: '172.27.24.1', answers: ['172.27.24.1', '198.51.100.10'] })
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/proof`, 'Mo')
  const here = page.getByRole('region', { name: 'This laptop, here' })
  await choose(here.getByLabel('The laptop is at'), 'port:switch:12')
  await expect(here.getByRole('row', { name: /^address 172\.27\.24\.77/ })).toContainText('as planned')
  await here.getByLabel('An address outside').fill('-f')
  await expect(here.getByText('“-f” is no IPv4 address')).toBeVisible()
  await here.getByLabel('An address outside').fill('198.51.100.10')
  await here.getByLabel(/^In Tills/).fill('172.27.36.20')
  await here.getByRole('button', { name: 'Test from here' }).click()
  await expect(here.getByText(/a helper in Tills .* Nobody has seen it answer yet/)).toBeVisible()
  const evidence = page.getByRole('region', { name: 'Requirements and their evidence' })
  const row = (name: RegExp) => evidence.getByRole('listitem').filter({ hasText: name })
  await expect(row(/Crew.*must reach the internet/)).toContainText('proven on this revision, measured by Mo')
  await expect(row(/Crew.*must not reach Tills/)).toContainText('silence proves nothing')

  const stops = page.getByRole('region', { name: 'The fewest stops' })
  await expect(stops).toContainText(/\d+ stops try all \d+ requirements/)

  // Among the tills somebody hears that host: now its silence towards the crew says something.
  plugged({ ip: '172.27.36.9', gateway: '172.27.36.1', answers: ['172.27.36.1', '172.27.36.20'] })
  await expect(here.getByText(/The cable has moved: the laptop has 172\.27\.36\.9 now/)).toBeVisible()
  await expect(here.getByRole('row', { name: /^address/ })).toContainText('not as planned')
  // Said to be among the crew, and really among the tills: what it meets there is no evidence of the crew's.
  await here.getByRole('button', { name: 'Test from here' }).click()
  await expect(here.getByText(/a helper in Tills .* answered/)).toBeVisible()
  await expect(here.getByRole('button', { name: 'Test from here' })).toBeVisible()
  await expect(row(/Crew.*must not reach Tills/)).toContainText('silence proves nothing')
  // The sheet says what of it is through.
  const sheet = page.getByRole('region', { name: 'Acceptance sheet' })
  await expect(sheet.getByRole('row', { name: /Crew must reach the internet passed/ })).toContainText(
    'measured here, Mo',
  )
  // Throughput, by this laptop: outside is refused, inside both ways are filed.
  const measure = page.getByRole('form', { name: 'Measure from this laptop' })
  await choose(measure.getByLabel('The laptop is joined to'), 'ap-shop 5')
  await measure.getByLabel('Server’s address').fill('198.51.100.10')
  await measure.getByLabel('Rate of the link').fill('600')
  await measure.getByRole('button', { name: 'Measure both ways' }).click()
  await expect(measure.getByRole('alert').first()).toContainText('in none of the plan’s networks')
  await measure.getByLabel('Server’s address').fill('172.27.24.20')
  await measure.getByRole('button', { name: 'Measure both ways' }).click()
  const matrix = page.getByRole('region', { name: 'Throughput of each access point' })
  await expect(matrix.getByRole('row', { name: /^Chandlery AP 5 GHz \d+\.\d .* \d+\.\d/ })).toBeVisible()
  await expect(page.getByText(/PRF-1.*no wired baseline/)).toBeVisible()
  await page.setViewportSize({ width: 390, height: 844 })
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  const asked = readFileSync(join(FOLDER, 'asked.txt'), 'utf8').trim().split('\n')
  const pings = asked.filter((line) => !line.startsWith('iperf3'))
  expect(asked.filter((line) => line.startsWith('iperf3'))).toEqual(
    ['', ' -R'].map((way) => `iperf3 -c 172.27.24.20 -p 5201 -J -t 10 --connect-timeout 3000${way}`),
  )
  expect(pings.map((line) => line.split(' ').at(-1))).toEqual(
    expect.arrayContaining(['172.27.24.1', '198.51.100.10', '172.27.36.20']),
  )
  expect(pings.every((line) => /^-n -c 3 -i 0\.2 -W 1 \d+\.\d+\.\d+\.\d+$/.test(line))).toBe(true)
  expect(faults).toEqual([])
})
