import { expect, test } from '@playwright/test'
import { demoSite, faultsOf, open } from './kit'

const DATA = 'tests/reference/data/iperf3'

for (const [file, words] of [
  ['failed', 'The test itself failed: “unable to connect to server'],
  ['udp', 'This is a UDP test. A TCP test is needed'],
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
  await page.getByLabel('Over').selectOption('wired')
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
  await page.getByRole('button', { name: 'Test every place' }).click()
  await expect(
    page.getByText('The SSID is not on the air: Chandlery AP is not running.').first(),
  ).toBeVisible()
  await expect(page.getByText(/7 of 7 places give no right address/)).toBeVisible()
})
