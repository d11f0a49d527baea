import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { boatyard, choose, faultsOf, open } from './kit'

/** What a button saves. */
async function saved(page: Page, button: string): Promise<{ name: string; path: string; bytes: Buffer }> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ])
  const path = await download.path()
  return { name: download.suggestedFilename(), path, bytes: readFileSync(path) }
}

test('parts from the plan: taken, outgrown, ticked, priced', async ({ page, request, baseURL }) => {
  const faults = faultsOf(page)
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/parts`, 'Kim')
  await expect(page.getByText('The list follows the plan.', { exact: false })).toBeVisible()
  const injectors = page.locator('tr[data-part="injector 802.3at"]')
  await expect(injectors).toContainText('Injector 802.3at')
  await page.getByRole('button', { name: 'Take the list' }).click()
  await expect(page.getByText('has everything that the plan needs', { exact: false })).toBeVisible()
  // One is at hand; each costs so much: two are to be got.
  await injectors.getByLabel('At hand: Injector 802.3at').fill('1')
  await injectors.getByLabel('At hand: Injector 802.3at').press('Enter')
  await injectors.getByLabel('Each: Injector 802.3at').fill('24,50')
  await injectors.getByLabel('Each: Injector 802.3at').press('Enter')
  // Three stand on the list still: the list is what somebody ordered.
  await expect(injectors).toContainText('73.50')
  await injectors.getByLabel('ordered: Injector 802.3at').click()
  await expect(injectors.getByLabel('ordered: Injector 802.3at')).toBeChecked()
  await page.getByLabel('Part', { exact: true }).fill('Cable ties, a bag')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByRole('row', { name: /Cable ties, a bag/ })).toBeVisible()
  // The plan grows: a finding, and one click.
  await choose(page.getByLabel('Ends of a laid cable'), 'outlets')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('the plan has outgrown it', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Put what is short on the list' }).click()
  await expect(page.getByText('has everything that the plan needs', { exact: false })).toBeVisible()
  const csv = await (await request.get(`${site}/parts.csv`)).text()
  expect(csv).toContain('Outlet Cat 6')
  expect(csv).toContain('24.5')

  // In the van, on a phone: from any stage, with the ticks in view. On paper every column is there, however narrow the sheet.
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${site}/runbook`)
  await page.getByRole('link', { name: 'Parts' }).click()
  await expect(page.getByRole('link', { name: 'Parts' })).toBeInViewport()
  const packed = injectors.getByLabel('packed: Injector 802.3at')
  const { x, width } = (await packed.boundingBox())!
  expect(x + width).toBeLessThan(390)
  await packed.click()
  await expect(packed).toBeChecked()
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('columnheader', { name: 'In cartons' })).toBeVisible()
  expect(faults).toEqual([])
})

test('the record: read, printed, signed, bundled and opened again', async ({ page, request, baseURL }) => {
  test.setTimeout(90_000)
  const faults = faultsOf(page)
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/handover`, 'Kim')
  const record = page.getByRole('article', { name: 'The record' })
  await expect(record.getByText('172.27.60.0/22')).toBeVisible()
  await page.getByRole('link', { name: 'the customer', exact: true }).click()
  await expect(record.getByRole('heading', { name: 'Whom to call' })).toBeVisible()
  await expect(record.getByText('172.27.60.0/22')).toHaveCount(0)

  await page.getByRole('button', { name: 'PDF' }).click()
  const pdf = await saved(page, 'Write it')
  expect(pdf.name).toBe('tern-quay-boatyard-record-installer.pdf')
  expect(pdf.bytes.subarray(0, 8).toString()).toBe('%PDF-1.7')

  await page.getByRole('button', { name: 'Labels and cards' }).click()
  await page.getByLabel('First free label').fill('99')
  await page.getByRole('button', { name: 'Labels as a PDF' }).click()
  await expect(
    page.getByRole('dialog').getByText('this sheet has 1 to 24', { exact: false }).first(),
  ).toBeVisible()
  await page.getByLabel('First free label').fill('3')
  expect((await saved(page, 'First sheet as SVG')).bytes.toString()).toContain('Yard gateway')
  await page.keyboard.press('Escape')

  const sign = page.getByRole('region', { name: 'Sign the record' })
  await sign.getByLabel('Received by', { exact: true }).fill('Lee Brook')
  const box = (await sign.getByRole('img', { name: 'Signature, Received by' }).boundingBox())!
  await page.mouse.move(box.x + 20, box.y + 30)
  await page.mouse.down()
  await page.mouse.move(box.x + 90, box.y + 60, { steps: 6 })
  await page.mouse.up()
  await sign.getByRole('button', { name: 'Sign' }).click()
  const signed = page.getByRole('region', { name: 'Signed records' })
  await expect(signed.getByText('Lee Brook')).toBeVisible({ timeout: 20_000 })
  await expect(signed.getByText(/SHA-256 [0-9a-f]{64}/)).toBeVisible()
  await expect(page.getByRole('link', { name: /Handover/ })).toContainText('signed')

  await page.getByRole('button', { name: 'Hand over' }).click()
  await page.getByRole('menuitem', { name: 'Everything in one file' }).click()
  await page.getByLabel('with the keys, sealed').check()
  await page.getByLabel('Passphrase').fill('short')
  await page.getByLabel('Given to').fill('Lee')
  await page.getByRole('button', { name: 'Write the bundle' }).click()
  await expect(page.getByText('12 or more are accepted', { exact: false }).first()).toBeVisible()
  await page.getByLabel('Passphrase').fill('oars under the thwart')
  const bundle = await saved(page, 'Write the bundle')
  expect(bundle.name).toBe('tern-quay-boatyard-bundle.zip')
  expect(bundle.bytes.toString('latin1')).not.toContain('copper-rivets')

  await open(page, '/')
  const opening = async (passphrase: string) => {
    await page.getByLabel('Site file (.json) or bundle (.zip)').setInputFiles({
      name: 'bundle.zip',
      mimeType: 'application/zip',
      buffer: bundle.bytes,
    })
    await page.getByLabel('Passphrase of its keys').fill(passphrase)
    await page.getByRole('button', { name: 'Open', exact: true }).click()
  }
  await opening('oars under the seat')
  await expect(page.getByText('does not open with that passphrase', { exact: false })).toBeVisible()
  await opening('oars under the thwart')
  await expect(page.getByRole('region', { name: 'Signed records' }).getByText('Lee Brook')).toBeVisible({
    timeout: 20_000,
  })
  expect(faults).toEqual([])
})
