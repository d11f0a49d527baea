import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { fine, onScreen } from './chart'
import { boatyard, choose, demoSite, faultsOf, open } from './kit'

interface Stored {
  devices: { id: string; position: { at: [number, number] } }[]
  walls: { points: [number, number][]; material: string }[]
}

/** The plan as it is stored, asked for by the page: a browser asks again when an idle connection has been closed. */
const stored = (page: Page, site: string): Promise<Stored> =>
  page.evaluate(async (url) => (await fetch(url)).json() as Promise<Stored>, `${site}/export`)

const position = async (page: Page, site: string, id: string): Promise<[number, number]> => {
  const file = await stored(page, site)
  return file.devices.find((device) => device.id === id)!.position.at
}

/** Until every edit that was sent stands on screen as a revision of its own; the site begins with the first. */
function settling(page: Page): () => Promise<void> {
  let revision = 1
  page.on('request', (request) => {
    if (request.method() === 'POST' && /\/edit/.test(request.url())) revision++
  })
  return () => expect(page.getByText(`revision ${revision}`, { exact: true })).toBeVisible()
}

test('the chart shows where it is below its need, the signal at a spot tells why, and an access point is dragged and undone', async ({
  page,
  request,
  baseURL,
}) => {
  const faults = faultsOf(page)
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/ground?band=2.4`)
  const from = Date.now()
  await page.waitForSelector('[data-chart-cell]')
  const first = Date.now() - from
  await page.waitForSelector(fine)
  console.log(`first chart ${first} ms after the page, fine ${Date.now() - from} ms`)
  await expect(page.locator('[data-area="a-hard"]').getByLabel('below need')).toBeVisible()
  await expect(page.locator('[data-area="a-gate"]')).toContainText('100 %')

  const at = await onScreen(page)
  const spot = at(200, 117)
  await page.mouse.move(spot.x, spot.y)
  await expect(page.locator('[data-signal]')).toContainText('dBm')
  const side = page.getByRole('complementary', { name: 'What is chosen' })
  await expect(side.getByText(/Boats on cradles|over the edge instead/).first()).toBeVisible()

  await page.evaluate(() => {
    const list: number[] = []
    Object.assign(window, { longTasks: list })
    new PerformanceObserver((entries) =>
      entries.getEntries().forEach(({ duration }) => list.push(duration)),
    ).observe({
      entryTypes: ['longtask'],
    })
  })
  const [grab, drop] = [at(175, 142), at(205, 125)]
  await page.mouse.move(grab.x, grab.y)
  await page.mouse.down()
  await page.mouse.move((grab.x + drop.x) / 2, (grab.y + drop.y) / 2, { steps: 12 })
  await page.mouse.move(drop.x, drop.y, { steps: 12 })
  const longest = await page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks)
  console.log(`tasks over 50 ms while dragging: ${longest.map((ms) => ms.toFixed(0)).join(', ') || 'none'}`)
  await page.mouse.up()
  await expect(page.getByText('revision 2')).toBeVisible()
  const [x, y] = await position(page, site, 'ap-hard')
  expect(Math.abs(x - 205)).toBeLessThan(1)
  expect(Math.abs(y - 125)).toBeLessThan(1)
  await page.keyboard.press('Control+z')
  await expect(page.getByText('revision 3')).toBeVisible()
  expect(await position(page, site, 'ap-hard')).toEqual([175, 142])
  expect(faults).toEqual([])
})

test('all by keys: an access point is nudged, a wall drawn with a typed length, given a material, copied and taken off', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await boatyard(request, baseURL!, 'mended')
  const settled = settling(page)
  await open(page, `${site}/ground`)
  await page.waitForSelector(fine)
  await page.locator('[data-placed="ap-shop"]').focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Chandlery AP' })).toBeVisible()
  const chart = page.getByRole('application', { name: /Chart of the site/ })
  await chart.focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowUp')
  await expect.poll(() => position(page, site, 'ap-shop')).toEqual([58.3, 101])
  await settled()
  await page.keyboard.press('Escape')

  await page.keyboard.press('w')
  await expect(page.getByRole('radio', { name: 'Wall', exact: true })).toBeChecked()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Space')
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.type('12.4')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Wall', exact: true })).toBeVisible()
  await choose(page.getByLabel('Material'), 'concrete')
  await page.getByLabel('Thickness, mm').fill('150')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  const walls = async () => (await stored(page, site)).walls
  await expect.poll(async () => (await walls()).at(-1)!.material).toBe('concrete')
  await settled()
  const before = await walls()
  const drawn = before.at(-1)!
  expect(drawn.points[1]![0] - drawn.points[0]![0]).toBeCloseTo(12.4, 3)

  await chart.focus()
  await page.keyboard.press('Control+d')
  await expect.poll(async () => (await walls()).length).toBe(before.length + 1)
  await settled()
  await chart.focus()
  await page.keyboard.press('Delete')
  await expect.poll(walls).toEqual(before)
})

test('steps by keys while the store is slow all count, and none is refused for coming late', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await boatyard(request, baseURL!, 'mended')
  await page.route('**/edit*', async (route) => {
    // Stored at once, answered late: what goes out before the answer would stand on an old revision.
    const response = await route.fetch()
    await new Promise((resolve) => setTimeout(resolve, 1500))
    await route.fulfill({ response }).catch(() => undefined)
  })
  await open(page, `${site}/ground`)
  await page.waitForSelector(fine)
  await page.locator('[data-placed="ap-shop"]').focus()
  await page.keyboard.press('Enter')
  const chart = page.getByRole('application', { name: /Chart of the site/ })
  await chart.focus()
  const sending = page.waitForRequest(/\/edit/)
  await page.keyboard.press('ArrowRight')
  await sending
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowUp')
  await page.waitForTimeout(600)
  await page.keyboard.press('ArrowRight')
  await expect.poll(() => position(page, site, 'ap-shop')).toEqual([58.3, 101])
  await expect(page.getByText('Nothing was changed.')).toBeHidden()

  await chart.focus()
  await page.keyboard.press('ArrowRight')
  await page.getByRole('link', { name: /^Ports/ }).evaluate((link: HTMLElement) => link.click())
  await page.waitForURL(/ports/)
  await expect.poll(() => position(page, site, 'ap-shop')).toEqual([58.4, 101])
})

test('the helpers show what they would do, and it is taken and undone', async ({
  page,
  request,
  baseURL,
}) => {
  test.setTimeout(120_000)
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/ground?helper=open`)
  const placement = page.getByRole('region', { name: 'Placement' })
  await placement.getByRole('button', { name: 'Work it out' }).click()
  await expect(placement.locator('[data-proposal]')).toContainText('proven', { timeout: 60_000 })
  const channels = page.getByRole('region', { name: 'Channels' })
  await channels.getByRole('button', { name: 'Work it out' }).click()
  await expect(channels.locator('[data-proposal]')).toContainText('2.4 GHz: disturbance', { timeout: 60_000 })
  await channels.getByRole('button', { name: /^Tune them so/ }).click()
  await expect(page.getByText('revision 2')).toBeVisible()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByText('revision 3')).toBeVisible()
  // A goal that cannot be reached is said with the reason.
  await open(page, `${site}/ground?helper=open`)
  await choose(page.getByLabel('Look for'), 'fewest')
  await page.getByLabel('Each area covered, %').fill('100')
  await placement.getByRole('button', { name: 'Work it out' }).click()
  await expect(placement.locator('[data-proposal]')).toContainText('There is no such layout', {
    timeout: 60_000,
  })
})

test('bad drawing is answered on the spot; an empty site begins with a level', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/ground`)
  await page.waitForSelector(fine)
  const at = await onScreen(page)
  await page.getByRole('radio', { name: 'Area', exact: true }).click()
  for (const [x, y] of [
    [200, 90],
    [220, 105],
    [220, 90],
    [200, 105],
  ] as const) {
    const spot = at(x, y)
    await page.mouse.click(spot.x, spot.y)
  }
  await page.keyboard.press('Enter')
  await expect(page.getByText('That outline crosses itself')).toBeVisible()
  await expect(page.getByText('revision 1')).toBeVisible()

  // An area of the brief loses its outline, waits in the list, and is drawn anew under its own name.
  const chart = page.getByRole('application', { name: /Chart of the site/ })
  await chart.focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Café terrace', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Area', exact: true })).toBeVisible()
  await chart.focus()
  await page.keyboard.press('Delete')
  await page
    .getByRole('region', { name: 'Areas without an outline' })
    .getByRole('button', { name: 'Café terrace' })
    .click()
  for (const [x, y] of [
    [78, 126],
    [98, 126],
    [98, 138],
  ] as const) {
    const spot = at(x, y)
    await page.mouse.click(spot.x, spot.y)
  }
  await chart.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('revision 3')).toBeVisible()
  await expect(page.locator('[data-area="a-cafe"]')).toContainText('Café terrace')

  const empty = await demoSite(request, baseURL!)
  await open(page, `${empty}/ground`)
  await page.getByRole('button', { name: 'Begin with a level' }).click()
  await page.waitForSelector('[data-chart]')
  await expect(page.getByText('No area is drawn on this level')).toBeVisible()
})

test('by touch: a tap chooses an access point, two taps measure, and a helper can be given up', async ({
  browser,
  request,
  baseURL,
}) => {
  const site = await boatyard(request, baseURL!, 'mended')
  const context = await browser.newContext({ hasTouch: true, viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  await open(page, `${baseURL}${site}/ground`)
  await page.waitForSelector(fine)
  const at = await onScreen(page)
  const shop = at(58, 100)
  await page.touchscreen.tap(shop.x, shop.y)
  await expect(page.getByRole('heading', { name: 'Chandlery AP' })).toBeVisible()
  await page.getByRole('radio', { name: 'Profile' }).tap()
  for (const spot of [at(60, 100), at(190, 50)]) await page.touchscreen.tap(spot.x, spot.y)
  await expect(page.getByRole('dialog', { name: 'Profile' })).toBeVisible()
  // The axis keeps its figures however far a level falls behind walls.
  const chart = page.getByLabel('Level along the line')
  for (const dbm of [-100, -80, -60, -40, -20]) await expect(chart.getByText(`${dbm} dBm`)).toBeVisible()
  await open(page, `${baseURL}${site}/ground?helper=open`)
  await page.getByRole('button', { name: 'Work it out' }).first().tap()
  await page.getByRole('button', { name: 'Give up' }).tap()
  await expect(page.getByText('Weighing the choices')).toBeHidden()
  await expect(page.getByText('revision 1')).toBeVisible()
  await context.close()
})
