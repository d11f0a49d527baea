import { expect, test } from '@playwright/test'
import { boatyard, choose, everythingIn, faultsOf, open, postEdit } from './kit'

const PLANTED = [
  'VLN-1',
  'VLN-5',
  'ISO-1',
  'ISO-2',
  'POW-1',
  'ENT-1',
  'ADR-2',
  'ADR-8',
  'ROL-3',
  'SSI-2',
  'VLN-4',
  'POW-2',
  'BKH-1',
  'BKH-5',
]

test('all planted mistakes are found by name, mended one by one, and undone', async ({
  page,
  request,
  baseURL,
}) => {
  test.setTimeout(150_000)
  const faults = faultsOf(page)
  const site = await boatyard(request, baseURL!)
  await open(page, `${site}/ports?panel=findings`)
  const item = (code: string) => page.locator(`[data-code="${code}"]`)
  for (const code of PLANTED) await expect(item(code)).toHaveCount(1)
  await expect(item('WSH-1').filter({ hasText: 'Crew must reach' })).toContainText('login times out')
  for (const code of PLANTED) {
    await item(code).locator('.button-main').click()
    await expect(item(code)).toHaveCount(0)
  }
  await expect(page.getByText('The plan shows no mistake')).toBeVisible()
  for (let i = PLANTED.length - 1; i >= 0; i--) {
    await page.keyboard.press('Control+z')
    await expect(item(PLANTED[i]!)).toHaveCount(1)
  }
  for (const code of PLANTED) await expect(item(code)).toHaveCount(1)
  expect(faults).toEqual([])
})

test('a requirement goes round its four words, and a broken one is hatched and named', async ({
  page,
  request,
  baseURL,
}) => {
  const faults = faultsOf(page)
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/brief`)
  const cell = (word: string) => page.getByRole('button', { name: new RegExp(`^Crew to Café: ${word}`) })
  await page.getByLabel('Notes').fill('Not saved yet')
  await cell('not said').click()
  await expect(cell('must, but the plan does not reach it')).toHaveClass(/hatched/)
  await expect(page.getByRole('button', { name: '1 finding' })).toBeVisible()
  await cell('must').click()
  await cell('may').click()
  await cell('must not').click()
  await expect(cell('not said')).toBeVisible()
  await expect(
    page.getByRole('button', { name: 'No findings' }).or(page.getByRole('button', { name: '0 findings' })),
  ).toBeVisible()
  // What was typed above stands through all of it.
  await expect(page.getByLabel('Notes')).toHaveValue('Not saved yet')
  expect(faults).toEqual([])
})

test('an area is added with its clients and rates', async ({ page, request, baseURL }) => {
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/brief`)
  await page.getByRole('button', { name: 'Add an area' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name').fill('Mast loft')
  await form.getByRole('button', { name: 'Add a network to this area' }).click()
  await choose(form.getByLabel('Network'), 'crew')
  await form.getByLabel('Clients').fill('7')
  await form.getByLabel('Mbit/s each').fill('12')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('row', { name: /Mast loft/ })).toContainText('84')
})

test('many ports are chosen on the chart with the keyboard and changed at once', async ({
  page,
  request,
  baseURL,
}) => {
  const faults = faultsOf(page)
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/ports?device=sw-shed&port=6`)
  const cell = (port: number) => page.locator(`[data-cell="sw-shed.${port}"]`)
  await cell(6).focus()
  await page.keyboard.press(' ')
  await page.keyboard.press('ArrowRight')
  await expect(cell(7)).toBeFocused()
  await page.keyboard.press(' ')
  const form = page.getByRole('region', { name: 'Change many ports' })
  await expect(form).toContainText('2 ports chosen')
  await choose(form.getByLabel('Kind'), 'trunk')
  await choose(form.getByLabel('Native VLAN'), '12')
  await form
    .getByRole('radiogroup', { name: /^VLAN 60/ })
    .getByLabel('add')
    .check()
  await form.getByRole('button', { name: 'Change 2 ports' }).click()
  for (const port of [6, 7])
    await expect(cell(port)).toHaveAttribute('aria-label', /trunk, native VLAN 12, tagged 60/)
  await page.keyboard.press('Control+z')
  await expect(cell(7)).toHaveAttribute('aria-label', /access, native VLAN 24/)
  expect(faults).toEqual([])
})

test('the followed frame is lit on the chart where it passes and where it is dropped', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await boatyard(request, baseURL!)
  await open(page, `${site}/ports?panel=follow&from=ssid:ap-work-2:ssid-crew&to=internet`)
  await expect(page.getByText('Not reached.').first()).toBeVisible()
  await expect(page.locator('[data-cell="sw-shed.3"] rect[stroke="var(--caution)"]')).toHaveCount(1)
  await open(page, `${site}/ports?panel=follow&from=ssid:cafe-router:ssid-cafe&to=internet`)
  await expect(page.getByText('Café router is a client of Berth guests')).toBeVisible()
  await expect(page.locator('[data-cell="sw-gate.5"] rect[stroke="var(--depth-5)"]')).toHaveCount(1)
})

test('helpers show what they would do, do it, and undo takes it back', async ({ page, request, baseURL }) => {
  const faults = faultsOf(page)
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/networks?tab=helpers`)
  const plan = page.getByRole('region', { name: 'Address plan from client counts' })
  await plan.getByLabel('Block').fill('10.64.0.0/27')
  await plan.getByRole('button', { name: 'Show what it would do' }).click()
  await expect(plan.getByText(/10\.64\.0\.0\/27 is too small/).first()).toBeVisible()
  await plan.getByLabel('Block').fill('10.64.0.0/16')
  await plan.getByRole('button', { name: 'Show what it would do' }).click()
  await expect(plan.getByText(/300 clients, 50 % growth/)).toBeVisible()
  await plan.getByRole('button', { name: /change \d+ records/ }).click()
  await expect(plan.getByText('Taken into the plan.')).toBeVisible()
  await open(page, `${site}/networks`)
  await expect(page.getByText('10.64.0.0/23')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByText('172.27.60.0/22')).toBeVisible()
  await open(page, `${site}/networks?tab=helpers`)
  const router = page.getByRole('region', { name: 'A second router' })
  await router.getByRole('button', { name: 'Show what it would do' }).click()
  await expect(router.getByText(/^Only now the cable/)).toBeVisible()
  expect(faults).toEqual([])
})

test('a table is shown first, refused whole with one bad row, and taken whole', async ({
  page,
  request,
  baseURL,
}) => {
  const faults = faultsOf(page)
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/ports?csv=ports`)
  const dialog = page.getByRole('dialog')
  const give = (text: string) =>
    dialog
      .getByLabel('CSV file')
      .setInputFiles({ name: 'ports.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  /** A new file begins with what its headings suggest; this heading suggests nothing. */
  const mapDevice = async () => {
    await expect(dialog.getByLabel('Device (needed)')).toHaveAttribute('data-value', '')
    await choose(dialog.getByLabel('Device (needed)'), { label: 'Box' })
  }
  await give('Box;Socket\nWorkshop switch;6\n')
  await expect(dialog.getByText('No column is given for Device')).toBeVisible()
  await give('\uFEFFBox;Socket;PVID\nWorkshop switch;6;36\nWorkshop switch;77;36\n')
  await mapDevice()
  await expect(dialog.getByText('row 3, Port: Workshop switch has no port “77”')).toBeVisible()
  await expect(dialog.getByRole('button', { name: /^Change/ })).toBeDisabled()
  await give('Box;Socket;PVID\nWorkshop switch;6;36\n')
  await mapDevice()
  await expect(dialog.getByText('Workshop switch port 6: native VLAN 24 becomes 36')).toBeVisible()
  await dialog.getByRole('button', { name: 'Change 1 rows' }).click()
  await expect(dialog.getByText('Taken into the plan: 1 rows.')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-cell="sw-shed.6"]')).toHaveAttribute('aria-label', /native VLAN 36/)
  expect(faults).toEqual([])
})

test('files for the gear: keys only when asked for', async ({ page, request, baseURL }) => {
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/handover`)
  const files = page.getByRole('region', { name: 'Files for the gear' })
  const link = files
    .getByRole('row', { name: /Office AP/ })
    .getByRole('link', { name: '5 GHz radio (hostapd)' })
  const text = async () => (await request.get((await link.getAttribute('href'))!)).text()
  expect(await text()).not.toContain('copper-rivets')
  await files.getByLabel('with keys and secrets in clear').check()
  await expect(files.getByText(/holds keys anyone can read/)).toBeVisible()
  expect(await text()).toContain('wpa_passphrase=copper-rivets-and-rope')
  expect((await request.get(`${site}/files/nobody.nft`)).status()).toBe(404)
  expect(await everythingIn(page)).not.toContain('bilge-pump')
})

test('a RADIUS secret stays on the server through an edit in the browser', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/ports?device=radius&edit=device`)
  const form = page.getByRole('dialog')
  await form.getByLabel('Place').fill('Chandlery, shelf')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form).toHaveCount(0)
  const file = await (await request.get(`${site}/export?keys=included`)).text()
  expect(file).toContain('bilge-pump-in-the-dry')
  expect(file).toContain('halyard-and-cleat-9')
  expect(await (await request.get(`${site}/export`)).text()).not.toContain('bilge-pump')
})

test('a search finds by what is plugged in, and the list says how many', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/ports`)
  await page.getByRole('searchbox').fill('pontoon')
  await expect(page.getByRole('search').getByRole('status')).toHaveText('2 of 28')
  await choose(page.getByRole('combobox', { name: 'Show' }), 'findings')
  await expect(page.getByText('No device matches.')).toBeVisible()
})

for (const [label, edit, words] of [
  [
    'a cable between a device and itself',
    {
      op: 'put',
      collection: 'links',
      record: { id: 'x', a: { deviceId: 'switch', port: 11 }, b: { deviceId: 'switch', port: 12 } },
    },
    'Both ends of this cable are in Chandlery switch (ports 11 and 12)',
  ],
  [
    'a rule naming a network that is not there',
    {
      op: 'put',
      collection: 'rules',
      record: { id: 'x', action: 'drop', fromNetworkId: 'gone', to: 'any', enabled: true },
    },
    'There is no network with the id “gone” in this site.',
  ],
] as const)
  test(`refused with its sentence: ${label}`, async ({ request, baseURL }) => {
    const site = await boatyard(request, baseURL!, 'mended')
    const before = await (await request.get(`${site}/export`)).text()
    const answer = await postEdit(request, baseURL!, site, { revision: 1, label: 'x', edits: [edit] })
    expect(answer.status()).toBe(400)
    expect(await answer.text()).toContain(words)
    expect(await (await request.get(`${site}/export`)).text()).toBe(before)
  })
