import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { boatyard, choose, faultsOf, open } from './kit'

const FOLDER = process.env.YARD_BEACON_TEST_DATA!

test('walked, learned, claimed: levels typed, heard by the laptop and read in; the chart says which model it shows, and undo takes it back', async ({
  page,
  request,
  baseURL,
}) => {
  const faults = faultsOf(page)
  const site = await boatyard(request, baseURL!, 'mended')
  const hears = [{ bssid: '9a:01:02:03:04:05', ssid: 'TernQuay-Crew', freq: 5180, dbm: -58 }]
  writeFileSync(join(FOLDER, 'laptop.json'), JSON.stringify({ ip: null, gateway: null, answers: [], hears }))
  await open(page, `${site}/ground?level=yard`, 'Mo')
  const walk = page.getByRole('region', { name: 'The walk' })
  const legend = page.getByText('Worked out as planned')
  await expect(legend).toBeVisible()

  // By the keys: the tool, a spot, two levels typed, one access point not heard.
  const chart = page.getByRole('application')
  await chart.focus()
  await page.keyboard.press('l')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Space')
  const sheet = page.getByRole('form', { name: 'Levels at this spot' })
  const levels = sheet.getByRole('spinbutton')
  await levels.nth(0).fill('-61')
  await levels.nth(1).fill('-200')
  await sheet.getByLabel('not heard').nth(2).click()
  await sheet.getByRole('button', { name: 'Record these 3 levels' }).click()
  await expect(sheet.getByText(/greater than or equal to -120|−120|-120/).first()).toBeVisible()
  await levels.nth(1).fill('-72')
  await sheet.getByRole('button', { name: 'Record these 3 levels' }).click()
  await expect(walk).toContainText('3 levels at 1 spot, 1 of them not heard')

  // By this laptop's own radio: an unknown BSSID is named once, and known then.
  for (const [key, isKnown] of [
    ['ArrowUp', false],
    ['ArrowLeft', true],
  ] as const) {
    await chart.focus()
    await page.keyboard.press(key)
    await page.keyboard.press('Space')
    await sheet.getByRole('button', { name: 'This laptop listens' }).click()
    const which = sheet.getByLabel(/TernQuay-Crew, 5 GHz: -58 dBm/)
    await expect(which).toBeVisible()
    if (!isKnown) await choose(which, 'ap-shop')
    await sheet.getByRole('button', { name: 'Record this level' }).click()
    await expect(sheet).toBeHidden()
  }
  await expect(walk).toContainText('5 levels at 3 spots')

  // From a table with headings of its own.
  await walk.getByRole('button', { name: 'A walk as CSV' }).click()
  const dialog = page.getByRole('dialog', { name: 'A walk as CSV' })
  const rows = Array.from(
    { length: 30 },
    (_one, i) => `${60 + (i % 6)},${100 + Math.floor(i / 6)},Chandlery AP,5,${-52 - (i % 4)}`,
  )
  await dialog.getByLabel('Table').setInputFiles({
    name: 'walk.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['metres east,y,ap,ghz,dbm', ...rows, '1,1,Nobody,5,-60'].join('\n')),
  })
  await expect(dialog.getByText('There is no column for x')).toBeVisible()
  await choose(dialog.getByLabel('x, m'), '0')
  await expect(dialog.getByText(/30 levels found; left out.*: Nobody/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Take them in' }).click()
  await expect(walk).toContainText('35 levels at 33 spots')

  await walk.getByRole('button', { name: 'What it teaches' }).click()
  await expect(walk.getByRole('row', { name: /^Chandlery shop/ })).toContainText('holds')
  await expect(walk.getByText(/^Next, as numbered on the chart: 1 in/)).toBeVisible()
  await expect(page.locator('[data-next-spot]').first()).toBeAttached()
  await walk.getByRole('button', { name: 'Work the chart out with this' }).click()
  await expect(page.getByText(/^As learned from 35 levels/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(legend).toBeVisible()

  // Each with its source, where all that was seen is listed.
  await page.goto(`${site}/proof`)
  const seen = page.getByRole('group', { name: 'What was seen' })
  await expect(seen.getByRole('row', { name: /-58 dBm.*measured here/ })).toHaveCount(2)
  await expect(seen.getByRole('row', { name: /-61 dBm.*said by hand/ })).toHaveCount(1)
  await expect(seen.getByRole('row', { name: /from another program/ })).toHaveCount(30)
  expect(faults).toEqual([])
})
