import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { boatyard, choose, faultsOf, open } from './kit'

// One laptop is stood in for: its tests take turns.
test.describe.configure({ mode: 'default' })

const FOLDER = process.env.YARD_BEACON_TEST_DATA!
interface Laptop {
  ip: string | null
  gateway: string | null
  answers: string[]
  /** By which access point its radio is served, and whether its address is there. */
  joined?: { bssid: string; ssid: string; dbm: number }
  isByRadio?: boolean
}
const plugged = (laptop: Laptop) => writeFileSync(join(FOLDER, 'laptop.json'), JSON.stringify(laptop))

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
  await expect(
    sheet.getByRole('row', { name: /Crew must reach the internet \(IPv4\) passed/ }),
  ).toContainText('measured here, Mo')
  // Throughput, by this laptop: outside is refused, inside both ways are filed.
  const measure = page.getByRole('form', { name: 'Measure from this laptop' })
  await choose(measure.getByLabel('The laptop is joined to'), 'ap-shop 5')
  await measure.getByLabel('Server’s address').fill('198.51.100.10')
  await measure.getByLabel('Rate of the link').fill('600')
  await measure.getByRole('button', { name: 'Measure both ways' }).click()
  await expect(measure.getByRole('alert').first()).toContainText('in none of the plan’s networks')
  await measure.getByLabel('Server’s address').fill('172.27.24.20')
  await measure.getByRole('button', { name: 'Measure both ways' }).click()
  // Plugged in by cable, nothing is measured over the air.
  await expect(measure.getByText(/has no radio that is joined/).first()).toBeVisible()
  plugged({
    ip: '172.27.24.78',
    gateway: '172.27.24.1',
    answers: ['172.27.24.1'],
    joined: { bssid: '02:00:5e:00:24:05', ssid: 'TernQuay-Crew', dbm: -52 },
    isByRadio: true,
  })
  await measure.getByRole('button', { name: 'Measure both ways' }).click()
  const matrix = page.getByRole('region', { name: 'Throughput of each access point' })
  await expect(matrix.getByRole('row', { name: /^Chandlery AP 5 GHz \d+\.\d \d+\.\d/ })).toBeVisible()
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

test('walked, learned, claimed: levels typed, heard by the laptop and read in; the chart says which model it shows, and undo takes it back', async ({
  page,
  request,
  baseURL,
}) => {
  test.setTimeout(120_000)
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
    buffer: Buffer.from(
      ['metres east,y,ap,ghz,dbm', ...rows, '1,1,Nobody,5,-60', '9000,1,Chandlery AP,5,-60'].join('\n'),
    ),
  })
  await expect(dialog.getByText('There is no column for x')).toBeVisible()
  await choose(dialog.getByLabel('x, m'), '0')
  await expect(
    dialog.getByText(/30 levels found; left out.*: Nobody; 9000, 1, which is outside all that is drawn/),
  ).toBeVisible()
  await dialog.getByRole('button', { name: 'Take them in' }).click()
  await expect(walk).toContainText('35 levels at 33 spots')

  await walk.getByRole('button', { name: 'What it teaches' }).click()
  // Invented levels don't fit the site: nothing is claimed or learned from them until somebody has answered.
  const alarm = walk.getByRole('alert')
  await expect(alarm).toContainText('Nothing is learned from this walk yet', { timeout: 45_000 })
  await expect(walk.getByRole('row', { name: /^Chandlery shop/ })).toHaveCount(0)
  await alarm.getByRole('button', { name: 'The walk is right: learn from it' }).click()
  await expect(walk.getByRole('row', { name: /^Chandlery shop/ })).toContainText('holds', { timeout: 45_000 })
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

  // Carried from one access point to the next.
  const joined = (bssid: string, dbm: number) =>
    writeFileSync(
      join(FOLDER, 'laptop.json'),
      JSON.stringify({ ip: null, gateway: null, answers: [], joined: { bssid, ssid: 'TernQuay-Crew', dbm } }),
    )
  joined('9a:01:02:03:04:05', -63)
  const carry = page.getByRole('region', { name: 'Carry the laptop about' })
  await carry.getByRole('button', { name: 'Carry it about' }).click()
  await expect(carry.getByRole('status')).toContainText('Chandlery AP, -63 dBm')
  joined('9a:01:02:03:04:77', -58)
  await expect(carry.getByRole('status')).toContainText('9a:01:02:03:04:77, -58 dBm')
  await carry.getByRole('button', { name: 'Stop, and record it' }).click()
  await expect(carry).toContainText(/1 change, -63 dBm at the lowest.*from Chandlery AP at -63 dBm to 9a:/)
  await expect(seen.getByRole('row', { name: /1 change, -63 dBm.*measured here/ })).toBeVisible()

  // What another machine printed at that place.
  const here = page.getByRole('region', { name: 'This laptop, here' })
  await choose(here.getByLabel('The laptop is at'), 'port:switch:12')
  await here.getByRole('button', { name: 'From another machine or a phone at this place' }).click()
  const paste = here.getByLabel('What another program printed')
  await paste.fill('<html>')
  await expect(here.getByText('Nothing in it is known; it begins with “<html>”')).toBeVisible()
  await paste.fill(
    'PING 172.27.36.9 (172.27.36.9) 56(84) bytes\n\n2 packets transmitted, 2 received, 0% packet loss\n',
  )
  await expect(here.getByText(/ping from Crew to Tills .* answered not as it must be/)).toBeVisible()
  await here.getByRole('button', { name: 'Record it' }).click()
  await expect(seen.getByRole('row', { name: /ping from Crew to Tills.*from another program/ })).toBeVisible()
  expect(faults).toEqual([])
})
