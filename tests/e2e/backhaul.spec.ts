import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { boatyard, choose, demoSite, faultsOf, open, postEdit } from './kit'

const ready = (page: Page) => page.waitForSelector('[data-study=done]', { timeout: 30_000 })
const side = (page: Page) => page.getByRole('complementary', { name: 'The device that is chosen' })

test('the tree over the chart, the choice with its reason, and what each failure leaves', async ({
  page,
  request,
  baseURL,
}) => {
  const faults = faultsOf(page)
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/backhaul`)
  await ready(page)
  await expect(page.locator('[data-feed="ap-work-1"]')).toContainText(/\d+ Mbit\/s\s+-5\d dBm/)
  await expect(side(page).locator('[data-recommendation]')).toContainText('because: The steel sliding door')
  await side(page)
    .getByRole('button', { name: /Mbit\/s, low, likely and high/ })
    .nth(3)
    .click()
  await expect(page.getByText('one Mbit takes')).toBeVisible()
  await page.keyboard.press('Escape')

  const row = page.locator('[data-failure="sw-gate"]')
  await expect(row).toContainText('Gate AP (no power)')
  await expect(row).toContainText('Café terrace AP to Gable AP')
  await row.hover()
  await expect(page.locator('[data-dark="ap-gate"]')).toHaveCount(1)
  await expect(page.getByText('Without Gate hut switch: 7 dark, 1 on another parent.')).toBeVisible()
  // With the keyboard as well.
  await page.mouse.move(2, 2)
  await page.locator('[data-failure="ap-gable"]').getByRole('button').focus()
  await expect(page.getByText(/Without Gable AP: \d dark/)).toBeVisible()
  await choose(page.getByLabel('Take away'), 'uplink')
  await expect(page.locator('[data-failure="uplink:bridge-hut"]')).toContainText('Pontoon AP')
  expect(faults).toEqual([])
})

test('a device is chosen with the keyboard, given another uplink, pinned and taken back', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/backhaul?device=ap-cafe`)
  await ready(page)
  await expect(side(page).getByRole('heading', { name: 'Café terrace AP' })).toBeVisible()
  const mesh = side(page).locator('[data-way="mesh"]', { hasText: 'uplink to Gable AP' })
  await mesh.getByRole('button', { name: 'Plan it so' }).click()
  await expect(page.locator('[data-feed="ap-cafe"]').last()).toContainText('dBm')
  // Now it has a cable and a parent: a circle.
  await page.getByRole('button', { name: /findings/ }).click()
  await expect(page.getByText(/can go round in a circle/).first()).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-feed="ap-cafe"]')).toHaveCount(1)
  await page.locator('[data-placed="ap-hard"]').focus()
  await page.keyboard.press('Enter')
  await expect(side(page).getByRole('heading', { name: 'Hard standing AP' })).toBeVisible()
})

test('best parents with their bound, and airtime shares', async ({ page, request, baseURL }) => {
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/backhaul?tab=tree`)
  await ready(page)
  await expect(page.getByText('proven best.')).toBeVisible()
  await expect(page.locator('[data-node="ap-work-1"]')).toContainText('Gable AP')
  await page.getByRole('tab', { name: 'Airtime' }).click()
  await expect(page.locator('[data-capacity="a-pont"]')).toContainText('the feed')
  await expect(page.getByText(/Gable AP, Workshop AP 1\. After beacons/)).toBeVisible()
})

test('the bridge: figures, profile, tide, aiming, and the height that the tide asks for', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await boatyard(request, baseURL!)
  await open(page, `${site}/backhaul?tab=bridge`)
  await expect(page.getByRole('img', { name: /^Profile from Quay bridge end/ })).toBeVisible()
  await expect(page.getByRole('img', { name: /^Level by height of the water/ })).toBeVisible()
  await expect(page.locator('[data-bridge-figures]')).toContainText('56.6 m')
  await page.getByLabel('Must carry, Mbit/s').fill('900')
  await expect(page.getByText('these devices never carry that')).toBeVisible()
  await page.getByLabel('Must carry, Mbit/s').fill('40')
  await expect(page.getByText('Steady.')).toBeVisible()
  const before = await page.locator('[data-bridge-figures]').textContent()
  await page.getByRole('button', { name: 'Set this uplink' }).click()
  await expect(page.getByRole('button', { name: 'Set this uplink' })).toHaveCount(0)
  await expect(page.locator('[data-bridge-figures]')).not.toHaveText(before ?? '')
})

test('two ends side by side: the case of one letter is found and mended, and no key is shown', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await boatyard(request, baseURL!)
  await open(page, `${site}/backhaul?tab=ends`)
  const ends = page.locator('[data-ends="bridge-hut"]')
  await expect(ends.getByRole('row', { name: /^SSID/ })).toContainText('only the case differs')
  await expect(ends.getByRole('row', { name: /^Key \(/ })).toContainText(/[0-9a-f]{4}/)
  expect(await page.content()).not.toContain('heave-to-and-hold-fast')
  await page.getByRole('button', { name: /findings/ }).click()
  await page.getByRole('button', { name: 'Give Pontoon bridge end the settings of the other end' }).click()
  await expect(ends.getByRole('row', { name: /^SSID/ })).toContainText('yes')
})

test('settings: a wrong order is named, and what was typed stays', async ({ page, request, baseURL }) => {
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/backhaul?settings=open`)
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Lowest, m over the yard’s zero').fill('3')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByText('Low water at 3 m lies over high water at -1 m')).toBeVisible()
  await expect(dialog.getByLabel('Lowest, m over the yard’s zero')).toHaveValue('3')
  await dialog.getByLabel('Lowest, m over the yard’s zero').fill('-5')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByRole('alert')).toHaveCount(0)
})

test('a site that is not drawn, and one without radios, say so', async ({ page, request, baseURL }) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/backhaul`)
  await expect(page.getByText('Nothing is charted yet.')).toBeVisible()
})

test('what mains carry is typed beside the cable, and the choice goes by it', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/ports?device=switch&port=3`)
  const form = page.getByRole('region', { name: 'Chandlery switch port 3' })
  await choose(form.getByLabel('Cable'), 'mains')
  await form.getByLabel('Carries from, Mbit/s').fill('70')
  await form.getByLabel('to, Mbit/s', { exact: true }).fill('30')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByText(/the lower figure comes first/)).toBeVisible()
  await form.getByLabel('Carries from, Mbit/s').fill('20')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByRole('alert')).toHaveCount(0)
  await open(page, `${site}/backhaul?device=ap-shop`)
  await ready(page)
  const mains = side(page).locator('[data-way="mains"]')
  await expect(mains).toContainText('planned')
  await expect(mains).toContainText('20 – 25 – 30')
})

test('a yard in feet, on a small screen', async ({ page, request, baseURL }) => {
  const site = await boatyard(request, baseURL!, 'mended')
  const file = JSON.parse(await (await request.get(`${site}/export`)).text()) as { ground: object }
  const answer = await postEdit(request, baseURL!, site, {
    revision: 1,
    label: 'Feet',
    edits: [{ op: 'describe', header: { ground: { ...file.ground, units: 'ft' } } }],
  })
  expect(answer.status()).toBe(200)
  await page.setViewportSize({ width: 390, height: 844 })
  await open(page, `${site}/backhaul?tab=bridge&device=bridge-hut`)
  await expect(page.locator('[data-bridge-figures]')).toContainText('185.7 ft')
  // Nothing pushes the page wider than the screen.
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await ready(page)
  await page.getByRole('tab', { name: 'What if it fails' }).click()
  await expect(page.locator('[data-failure="gateway"]')).toBeVisible()
})

test('at Ports the same fields stand, and what is typed at both ends stays when another is changed', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/ports?device=bridge-hut&edit=device`)
  const form = page.getByRole('dialog')
  await form.getByLabel('Why no cable').fill('The harbour master says no.')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form).toHaveCount(0)
  await open(page, `${site}/backhaul?device=bridge-hut&tab=ends`)
  await ready(page)
  await expect(side(page).locator('[data-recommendation]')).toContainText('The harbour master says no.')
  await expect(page.locator('[data-ends="bridge-hut"]').getByRole('row', { name: /^SSID/ })).toContainText(
    'tq-pontoon-link',
  )
  await choose(side(page).getByLabel('As', { exact: true }), 'station')
  await expect(side(page).getByLabel('Joins')).toBeVisible()
  await expect(side(page).getByRole('group', { name: 'The other end' })).toHaveCount(0)
})
