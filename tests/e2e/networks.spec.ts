import { expect, test } from '@playwright/test'
import { choose, demoSite, everythingIn, faultsOf, open, postEdit } from './kit'

test('the arithmetic is live, and what was typed survives a refusal', async ({ page, request, baseURL }) => {
  const faults = faultsOf(page)
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/networks?network=crew`)
  const form = page.getByRole('dialog')
  await form.getByLabel('Subnet').fill('172.27.24.0/25')
  await expect(
    form.getByText('Usable 172.27.24.1 to 172.27.24.126, 126 hosts, mask 255.255.255.128.'),
  ).toBeVisible()
  await expect(form.getByText('172.27.24.249 is not a host address in 172.27.24.0/25')).toBeVisible()
  await form.getByLabel('Count').fill('60')
  await expect(form.getByLabel('to', { exact: true })).toHaveValue('172.27.24.109')
  await form.getByLabel('VLAN id').fill('4095')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByText('vlanId is 4095. The most accepted is 4094.')).toBeVisible()
  await expect(form.getByLabel('Subnet')).toHaveValue('172.27.24.0/25')
  await form.getByLabel('VLAN id').fill('24')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form).toHaveCount(0)
  await expect(page.getByText('172.27.24.0/25')).toBeVisible()
  expect(faults).toEqual([])
})

for (const [label, field, value, words] of [
  ['a /33', 'Subnet', '172.27.24.0/33', 'from /0 to /32'],
  ['a pool that runs backwards', 'to', '172.27.24.9', 'The pool runs backwards'],
  ['a pool with the gateway in it', 'Pool from', '172.27.24.1', 'contains the gateway 172.27.24.1'],
  ['another network’s VLAN', 'VLAN id', '12', 'VLAN 12 belongs to Yard gear already'],
] as const)
  test(`refused with a sentence: ${label}`, async ({ page, request, baseURL }) => {
    const site = await demoSite(request, baseURL!, 'mended')
    await open(page, `${site}/networks?network=crew`)
    await page.getByRole('dialog').getByLabel(field, { exact: true }).fill(value)
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('alert').filter({ hasText: words }).first()).toBeVisible()
    await expect(page.getByRole('dialog').getByLabel(field, { exact: true })).toHaveValue(value)
  })

test('a field says what is wrong when it is left, and those that nobody was in keep silent', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/networks`)
  await page.getByRole('button', { name: 'Add a network' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name', { exact: true }).fill('Slipway')
  await form.getByLabel('VLAN id', { exact: true }).fill('4095')
  await page.keyboard.press('Tab')
  const said = form.getByRole('alert')
  await expect(said).toContainText('The most accepted is 4094.')
  await expect(said).toHaveCount(1)
  await form.getByLabel('VLAN id', { exact: true }).fill('99')
  await page.keyboard.press('Tab')
  await expect(said).toHaveCount(0)
})

test('keys stay masked until they are asked for, and an untouched key is kept', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/networks?tab=ssids`)
  expect(await everythingIn(page)).not.toContain('copper-rivets')
  const row = page.getByRole('row', { name: /Crew key/ })
  await row.getByRole('button', { name: 'Show the key' }).click()
  await expect(row.getByText('copper-rivets-and-rope')).toBeVisible()
  await row.getByRole('button', { name: 'Crew key' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name').fill('Crew only')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form).toHaveCount(0)
  expect(await (await request.get(`${site}/export?keys=included`)).text()).toContain('copper-rivets-and-rope')
  await page.getByRole('button', { name: 'Crew only' }).click()
  await page.getByRole('dialog').getByLabel('Key', { exact: true }).fill('seven77')
  await expect(page.getByText('The key has 7 characters. Accepted: 8 to 63.')).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('alert').first()).toContainText('Not saved')
})

test('a stale edit is refused and shown; nothing is lost', async ({ page, request, baseURL }) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/brief`)
  await page.getByLabel('Feed', { exact: true }).fill('copper, 40 down')
  const other = await postEdit(request, baseURL!, site, {
    revision: 1,
    label: 'elsewhere',
    edits: [{ op: 'describe', header: { feed: { words: 'fibre', downMbps: null, upMbps: null } } }],
  })
  expect(other.ok()).toBe(true)
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('alert')).toContainText(
    '“feed” of the site was changed by somebody meanwhile (“elsewhere”, revision 2).',
  )
})

test('two SSIDs with one name on one network', async ({ page, request, baseURL }) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/networks?tab=ssids`)
  await page.getByRole('button', { name: 'Add an SSID' }).click()
  await page.getByRole('dialog').getByLabel('Name (SSID)').fill('TernQuay-Crew')
  await choose(page.getByRole('dialog').getByLabel('Network'), 'crew')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('“TernQuay-Crew” is on Crew already.').first()).toBeVisible()
  await expect(page.getByLabel('Name (SSID)')).toHaveValue('TernQuay-Crew')
})

test('the matrix tells kept out from fails, and leads to the frame', async ({ page, request, baseURL }) => {
  const site = await demoSite(request, baseURL!)
  await open(page, `${site}/networks?tab=reach`)
  const guests = page.getByRole('row', { name: /^Berth guests/ })
  await expect(guests.getByRole('link', { name: 'fails' })).toHaveCount(8)
  await guests.getByRole('link', { name: 'fails' }).first().click()
  await expect(page.getByRole('complementary', { name: 'Follow a frame' })).toContainText('PoE is off')
  const crew = page.getByRole('row', { name: /^Crew/ })
  await expect(crew.getByRole('link', { name: 'kept out' })).toHaveCount(2)
})

test('rules: a drop with its twin, moved and removed', async ({ page, request, baseURL }) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/networks?tab=reach`)
  await choose(page.getByLabel('From', { exact: true }), { label: 'Crew' })
  await choose(page.getByLabel('To', { exact: true }), { label: 'Cameras' })
  await page.getByRole('button', { name: 'Add the rule' }).click()
  await expect(page.getByText('Drop from Cameras to Crew')).toBeVisible()
  await page.getByRole('button', { name: 'Move rule 16 up' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: '15Drop from Cameras to Crew' })).toBeVisible()
  await page.getByRole('button', { name: 'Remove rule 15' }).click()
  await expect(page.getByText('Drop from Cameras to Crew')).toHaveCount(0)
})

test('a port of the feed handed to the controller, and taken out again', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/networks?tab=reach`)
  const handed = page.getByRole('region', { name: 'Ports of the feed handed inside' })
  await expect(handed).toContainText('Nothing is handed in')
  await choose(handed.getByLabel('To the device'), 'controller')
  await handed.getByRole('button', { name: 'Hand it in' }).click()
  await expect(handed.getByRole('listitem')).toContainText('UDP 5246')
  await handed.getByLabel('Port', { exact: true }).fill('70000')
  await handed.getByRole('button', { name: 'Hand it in' }).click()
  await expect(handed.getByRole('alert').first()).toBeVisible()
  await handed.getByRole('button', { name: 'Remove UDP 5246' }).click()
  await expect(handed).toContainText('Nothing is handed in')
})

test('a device type kept for every site is there in the next', async ({ page, request, baseURL }) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/ports?types=`)
  const mine = page.getByRole('region', { name: 'Types of this site' })
  const kept = page.getByRole('region', { name: 'Types kept for every site' })
  const row = mine.getByRole('row').nth(1)
  const name = (await row.getByRole('rowheader').or(row.getByRole('cell')).first().innerText()).trim()
  await row.getByRole('button', { name: /Keep for every site/ }).click()
  await expect(kept).toContainText(name)
  const other = await demoSite(request, baseURL!, 'mended')
  await open(page, `${other}/ports?types=`)
  await expect(page.getByRole('region', { name: 'Types kept for every site' })).toContainText(name)
})
