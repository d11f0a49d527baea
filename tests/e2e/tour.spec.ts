import { expect, test } from '@playwright/test'
import { choose, demoSite, everythingIn, faultsOf, open } from './kit'

const UP = 'tests/reference/data/iperf3/tcp-up.json'
const DOWN = 'tests/reference/data/iperf3/tcp-reverse.json'

test('one access point, from paper plan to printed record', async ({ page, request, baseURL }) => {
  test.setTimeout(150_000)
  const faults = faultsOf(page)
  const site = await demoSite(request, baseURL!)

  await test.step('the frame of a guest is followed to where it ends', async () => {
    await open(page, `${site}/ports`)
    await page.keyboard.press('f')
    await choose(page.getByLabel('Who speaks'), { label: 'TernQuay-Berths on Chandlery AP' })
    await choose(page.getByLabel('To whom'), { label: 'the internet' })
    await expect(page.getByText(/^Not reached\. .*PoE is off on Chandlery switch port 3/)).toBeVisible()
  })

  await test.step('four findings are mended one by one', async () => {
    await page.getByRole('button', { name: '4 findings' }).click()
    for (const code of ['VLN-1', 'POW-1', 'ADR-2', 'SSI-2']) {
      await page.locator(`[data-code="${code}"] .button-main`).click()
      await expect(page.locator(`[data-code="${code}"]`)).toHaveCount(0)
    }
    await expect(page.getByText('The plan shows no mistake')).toBeVisible()
  })

  await test.step('on the bench everything boots, the access point is adopted and runs', async () => {
    await open(page, `${site}/staging`)
    await page.getByRole('button', { name: 'Set up the bench' }).click()
    await expect(page.locator('[data-device="ap-shop"]')).toHaveAttribute('data-phase', 'dark')
    await page.getByRole('button', { name: 'Power everything on' }).click()
    await page.getByRole('radio', { name: '× 60', exact: true }).click()
    const accessPoint = page.locator('[data-device="ap-shop"]')
    await expect(accessPoint).toHaveAttribute('data-phase', 'waiting', { timeout: 30_000 })
    await accessPoint.getByRole('button', { name: 'Chandlery AP' }).click()
    const sheet = page.getByRole('complementary', { name: 'Chandlery AP' })
    await expect(sheet.getByText('broadcast on its segment')).toBeVisible()
    await sheet.getByRole('button', { name: 'Adopt it' }).click()
    await expect(accessPoint).toHaveAttribute('data-phase', 'configuring', { timeout: 20_000 })
    await expect(accessPoint.getByText(/usually 1:15 to 1:50, now/)).toBeVisible()
    await expect(accessPoint).toHaveAttribute('data-phase', 'running', { timeout: 20_000 })
    await expect(sheet.getByText('172.27.60.50')).toBeVisible()
    await sheet.getByRole('button', { name: /^Pull the cable/ }).click()
    await expect(accessPoint).toHaveAttribute('data-phase', 'dark')
    await expect(accessPoint.getByText('Its cable is pulled.')).toBeVisible()
    await sheet.getByRole('button', { name: /^Plug in the cable/ }).click()
    await expect(accessPoint).toHaveAttribute('data-phase', 'running', { timeout: 30_000 })
  })

  await test.step('the laptop opens a page only from the subnet of the device', async () => {
    await page.locator('[data-device="switch"]').getByRole('button', { name: 'Chandlery switch' }).click()
    const sheet = page.getByRole('complementary', { name: 'Chandlery switch' })
    await expect(sheet.getByText('The laptop is plugged in nowhere.')).toBeVisible()
    await page.getByRole('button', { name: 'Plug it in, set its address' }).click()
    await choose(page.getByLabel('Plugged into'), { label: 'Yard gateway port L4' })
    await choose(page.getByLabel('Its own address'), 'fixed')
    await page.getByLabel('Address', { exact: true }).fill('172.27.12.250')
    await page.getByRole('button', { name: 'Set the laptop' }).click()
    await expect(page.getByRole('region', { name: 'The laptop' })).toContainText('172.27.12.250/24')
    await page.getByRole('button', { name: 'Plug it in, set its address' }).click()
    await choose(page.getByLabel('Plugged into'), { label: 'nothing' })
    await page.getByRole('button', { name: 'Set the laptop' }).click()
    await page.getByRole('slider', { name: 'Moment looked at' }).press('Home')
    await expect(page.getByText('The bench as it was at 0:00')).toBeVisible()
    await expect(page.locator('[data-device="switch"]')).toHaveAttribute('data-phase', 'dark')
    await page.getByRole('button', { name: 'now', exact: true }).click()
    await expect(page.locator('[data-device="switch"]')).toHaveAttribute('data-phase', 'running')
  })

  await test.step('the log line is filed', async () => {
    await page.keyboard.press('l')
    await page.keyboard.type('AP runs, label on the case')
    await page.keyboard.press('Enter')
    await expect(page.getByText(/\d\d:\d\d AP runs, label on the case/)).toBeVisible()
  })

  await test.step('clients are rehearsed, an address is read, throughput judged both ways', async () => {
    await open(page, `${site}/proof`)
    await page.getByRole('button', { name: 'Rehearse every place' }).click()
    await expect(page.getByText('Every place gives its address; every ping is as planned.')).toBeVisible()
    const read = page.getByRole('region', { name: 'Addresses read on a client' })
    await choose(read.getByLabel('Places of'), 'tills')
    await read.getByLabel('Counter till').fill('172.27.36.10')
    await read.getByLabel('Who saw it').fill('R. Amber')
    await read.getByRole('button', { name: 'Record these addresses' }).click()
    await expect(page.getByText('172.27.36.10 at Counter till')).toBeVisible()
    await page.getByLabel('Link rate, Mbit/s').fill('600')
    await page.getByLabel('Where you stood').fill('at the counter, 6 m')
    await expect(page.getByText('This link should carry')).toBeVisible()
    await page.getByLabel('Result file').setInputFiles(UP)
    await page.getByRole('button', { name: 'Take it in' }).click()
    await expect(page.getByText('at the counter, 6 m: one way only so far')).toBeVisible()
    await page.getByLabel(/The other way: down/).setInputFiles(DOWN)
    await page.getByRole('button', { name: 'Add this way' }).click()
    await expect(page.getByText('at the counter, 6 m: passed')).toBeVisible()
    await expect(page.locator('.recharts-surface').first()).toBeVisible()
  })

  await test.step('the record holds it all, and no key', async () => {
    await open(page, `${site}/handover`)
    const record = page.getByRole('article')
    for (const words of [
      'Port map',
      'Received by (name, date)',
      'Chandlery AP port 1, 18 m',
      '172.27.60.0/22',
      'TernQuay-Berths',
      'at the counter, 6 m',
      '172.27.36.10 at Counter till',
      'AP runs, label on the case',
      'None: the plan shows no mistake',
    ])
      await expect(record.getByText(words).first()).toBeVisible()
    // A rehearsal is no test result.
    await expect(record.getByText(/every ping is as planned/)).toHaveCount(0)
    expect(await everythingIn(page)).not.toContain('high-water')
    await page.emulateMedia({ media: 'print' })
    await expect(page.getByRole('button', { name: 'PDF' })).toBeHidden()
    await expect(page.getByRole('navigation', { name: 'Stages' })).toBeHidden()
  })
  expect(faults).toEqual([])
})
