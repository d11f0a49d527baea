import { expect, test } from '@playwright/test'
import { boatyard, choose, demoSite, faultsOf, open } from './kit'

const DATA = 'tests/reference/data/iperf3'

for (const [file, words] of [
  ['failed', 'The test itself failed: “unable to connect to server'],
  ['truncated', 'The file is not JSON, or it was cut off'],
] as const)
  test(`a result file that cannot be used: ${file}`, async ({ page, request, baseURL }) => {
    const faults = faultsOf(page)
    const site = await demoSite(request, baseURL!, 'mended')
    await open(page, `${site}/proof`)
    await page.getByLabel('Link rate, Mbit/s').fill('600')
    await page.getByLabel('Result file').setInputFiles(`${DATA}/${file}.json`)
    await page.getByRole('button', { name: 'Take it in' }).click()
    await expect(page.getByRole('alert').first()).toContainText(words)
    await expect(page.getByLabel('Link rate, Mbit/s')).toHaveValue('600')
    await expect(page.getByText('No throughput test yet')).toBeVisible()
    expect(faults).toEqual([])
  })

test('without a file or a rate the fields say what they want', async ({ page, request, baseURL }) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/proof`)
  await page.getByRole('button', { name: 'Take it in' }).click()
  await expect(page.getByRole('alert').first()).toContainText('Choose a file first.')
  await expect(page.getByRole('alert').first()).toContainText('A rate in Mbit/s above 0')
})

test('both directions from one file, judged low against a wire, and removed', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/proof`)
  await choose(page.getByLabel('Over'), 'wired')
  await page.getByLabel('Link rate, Mbit/s').fill('1000')
  await page.getByLabel('Result file').setInputFiles(`${DATA}/tcp-bidir.json`)
  await page.getByRole('button', { name: 'Take it in' }).click()
  await expect(page.getByText('too low.')).toHaveCount(2)
  await page.getByRole('button', { name: /Remove the test at/ }).click()
  await expect(page.getByText('No throughput test yet')).toBeVisible()
})

test('on a dark bench nothing answers, and the table says why', async ({ page, request, baseURL }) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await request.post(`${site}/bench`, { data: { kind: 'setUp' }, headers: { origin: baseURL! } })
  await open(page, `${site}/proof`)
  await page.getByRole('button', { name: 'Rehearse every place' }).click()
  await expect(
    page.getByText('The SSID is not on the air: Chandlery AP is not running.').first(),
  ).toBeVisible()
  await expect(page.getByText(/10 of 10 places give no right address/)).toBeVisible()
})

test('what a person saw is recorded from a phone, proves its requirement, and can be taken back', async ({
  page,
  request,
  baseURL,
}) => {
  const faults = faultsOf(page)
  await page.setViewportSize({ width: 390, height: 844 })
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/proof`)
  const asked = page.getByRole('region', { name: 'Requirements and their evidence' })
  await asked.getByRole('radiogroup', { name: 'Ping from Crew to Tills' }).getByLabel('no answer').check()
  await asked.getByRole('radiogroup', { name: 'Ping from Crew to Cameras' }).getByLabel('no answer').check()
  await expect(asked.getByRole('button', { name: 'Record these pings: 2' })).toBeDisabled()
  await asked.getByLabel('Who saw it').fill('R. Amber')
  await asked.getByLabel('Where').fill('counter, port 5')
  await asked.getByRole('button', { name: 'Record these pings: 2' }).click()
  await expect(asked.getByText('proven on this revision, said by R. Amber')).toHaveCount(1)
  await expect(asked.getByText('tried, and not as it must be, said by R. Amber')).toHaveCount(1)
  const seen = page.getByRole('group', { name: 'What was seen' })
  await seen.getByRole('button', { name: 'Take back: ping from Crew to Cameras not answered' }).click()
  await expect(asked.getByText('tried, and not as it must be')).toHaveCount(0)
  // What a page and a light showed.
  const other = page.getByRole('region', { name: 'Other things seen' })
  await choose(other.getByLabel('Device'), 'ap-pontoon')
  await other.getByLabel('Rate, Mbit/s').fill('300')
  await other.getByLabel('Signal to noise, dB').fill('9')
  await other.getByRole('button', { name: 'Record it' }).click()
  await expect(
    seen.getByRole('row', { name: /is registered at 300 Mbit\/s, 9 dB over noise not as it must be/ }),
  ).toBeVisible()
  await other.getByLabel('speed of a link').check()
  await choose(other.getByLabel('At the port'), 'port:switch:12')
  await other.getByLabel('Speed, Mbit/s').fill('100')
  await other.getByRole('button', { name: 'Record it' }).click()
  await expect(seen.getByRole('row', { name: /^100 Mbit\/s negotiated at/ })).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  expect(faults).toEqual([])
})

test('an address that is none is refused at its field, and what was typed stays', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/proof`)
  const form = page.getByRole('region', { name: 'Addresses read on a client' })
  await choose(form.getByLabel('Places of'), 'tills')
  await form.getByLabel('Counter till').fill('172.27.36.999')
  await form.getByLabel('Who saw it').fill('R. Amber')
  await form.getByRole('button', { name: 'Record these addresses' }).click()
  await expect(form.getByRole('alert').first()).toContainText('172.27.36.999')
  await form.getByLabel('Counter till').fill('172.27.12.77')
  await form.getByRole('button', { name: 'Record these addresses' }).click()
  await expect(page.getByText('172.27.12.77 at Counter till, an address of Yard gear')).toBeVisible()
})
