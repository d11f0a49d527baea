import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { choose, demoSite, faultsOf, open } from './kit'

const json = (name: string, change: (data: any) => void) => {
  const data = JSON.parse(readFileSync('demo/tern-quay-mended.json', 'utf8'))
  change(data)
  return { name, mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(data)) }
}

test('a new site starts empty and can be worked on', async ({ page }) => {
  const faults = faultsOf(page)
  await open(page, '/')
  await page.getByLabel('Name').fill('Mud Berth Slip')
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL(/brief/)
  for (const stage of ['networks', 'ports', 'staging', 'proof', 'handover']) {
    await open(page, page.url().replace(/[a-z]+$/, stage))
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible()
  }
  await open(page, page.url().replace('handover', 'ports'))
  await page.getByRole('button', { name: 'Add a device' }).click()
  await choose(page.getByLabel('What it is'), { label: 'Switch, eight ports 802.3at, 65 W in all' })
  await page.getByRole('dialog').getByLabel('Name').fill('Slip switch')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByRole('region', { name: 'Slip switch', exact: true })).toBeVisible()
  await page.getByRole('button', { name: /^Slip switch port 2,/ }).click()
  await expect(page.getByRole('region', { name: 'Slip switch port 2' })).toBeVisible()
  await choose(page.getByLabel('Kind'), 'trunk')
  await page.getByRole('checkbox', { name: 'PoE on' }).check()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('button', { name: /^Slip switch port 2, trunk,.*PoE on/ })).toBeVisible()
  expect(faults).toEqual([])
})

test('duplicate, delete, and take the deletion back', async ({ page }) => {
  await open(page, '/')
  await page.getByLabel('Name').fill('Coal Jetty')
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL(/brief/)
  await open(page, '/')
  await page.getByRole('button', { name: 'Duplicate Coal Jetty' }).click()
  await expect(page.getByRole('link', { name: 'Coal Jetty (copy)', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Delete Coal Jetty (copy)' }).click()
  await expect(page.getByText('“Coal Jetty (copy)” is put away.')).toBeVisible()
  await expect(page.getByRole('link', { name: 'Coal Jetty (copy)', exact: true })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('link', { name: 'Coal Jetty (copy)', exact: true })).toBeVisible()
})

test('a broken file: every error with its path, and no half a site', async ({ page }) => {
  await open(page, '/')
  const file = json('broken.json', (data) => {
    data.name = 'Half a site'
    data.networks[0].vlanId = 4095
    data.networks[2].pool.end = '172.27.36'
    data.links[0].b.port = 44
  })
  await page.getByLabel('File (.json)').setInputFiles(file)
  await page.getByRole('button', { name: 'Open' }).click()
  const alert = page.getByRole('alert')
  await expect(alert).toContainText('networks[0].vlanId is 4095. The most accepted is 4094.')
  await expect(alert).toContainText('networks[2].pool.end is "172.27.36". Expected an IPv4 address')
  await expect(page.getByText('Half a site')).toHaveCount(0)
})

for (const [name, buffer, words] of [
  [
    'later.json',
    JSON.stringify({ format: 'yard-beacon-site', version: 7, name: 'x' }),
    'of version 7; this program reads version 3',
  ],
  ['empty.json', '', 'Choose a file first|The file is empty'],
  ['text.json', 'not a site', 'The file is not JSON'],
] as const)
  test(`a file that is none: ${name}`, async ({ page }) => {
    await open(page, '/')
    await page
      .getByLabel('File (.json)')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(buffer) })
    await page.getByRole('button', { name: 'Open' }).click()
    await expect(page.getByRole('alert')).toContainText(new RegExp(words))
  })

test('a file written here opens here again, without its keys', async ({ page, request, baseURL }) => {
  const site = await demoSite(request, baseURL!, 'mended')
  const written = await (await request.get(`${site}/export`)).text()
  expect(written).not.toContain('copper-rivets')
  expect(await (await request.get(`${site}/export?keys=included`)).text()).toContain('copper-rivets')
  await open(page, '/')
  await page
    .getByLabel('File (.json)')
    .setInputFiles({ name: 'again.json', mimeType: 'application/json', buffer: Buffer.from(written) })
  await page.getByRole('button', { name: 'Open' }).click()
  await page.waitForURL(/brief/)
  await expect(page.getByLabel('Name of the site')).toHaveValue('Tern Quay Boatyard')
})

test('too large a file is refused politely, in the browser and by the server', async ({
  page,
  request,
  baseURL,
}) => {
  await open(page, '/')
  await page.evaluate(() => {
    const list = new DataTransfer()
    list.items.add(new File([new Uint8Array(22 * 1024 * 1024)], 'big.json'))
    const input = document.querySelector<HTMLInputElement>('input[type=file]')!
    input.files = list.files
    input.dispatchEvent(new Event('change', { bubbles: true }))
  })
  await expect(page.getByRole('alert')).toContainText('big.json has 22 MB; at most 19 MB are taken.')
  const answer = await request.post('/?index', {
    multipart: {
      intent: 'import',
      file: { name: 'huge.json', mimeType: 'application/json', buffer: Buffer.alloc(50 * 1024 * 1024, 32) },
    },
    headers: { origin: baseURL! },
  })
  expect(answer.status()).toBe(413)
  expect(await answer.text()).toContain('at most 20 MB are taken. Nothing was changed.')
})
