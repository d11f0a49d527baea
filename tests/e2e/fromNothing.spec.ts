import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { choose, faultsOf, open } from './kit'

const inDialog = (page: Page) => page.getByRole('dialog')
const closed = (page: Page) => expect(inDialog(page)).toHaveCount(0)

async function addNetwork(
  page: Page,
  fields: {
    name: string
    vlan: string
    subnet: string
    gateway: string
    from: string
    to: string
    purpose: string
  },
) {
  await page.getByRole('button', { name: 'Add a network' }).click()
  const form = inDialog(page)
  await form.getByLabel('Name', { exact: true }).fill(fields.name)
  await form.getByLabel('VLAN id').fill(fields.vlan)
  await choose(form.getByLabel('For'), fields.purpose)
  await form.getByLabel('Subnet').fill(fields.subnet)
  await form.getByLabel('Gateway').fill(fields.gateway)
  await form.getByLabel('Pool from').fill(fields.from)
  await form.getByLabel('to', { exact: true }).fill(fields.to)
  await form.getByLabel('Name servers').fill(fields.gateway)
  await choose(form.getByLabel('Routed by'), { label: 'Gate' })
  await choose(form.getByLabel('Addresses served by'), { label: 'Gate' })
  await form.getByRole('button', { name: 'Save' }).click()
  await closed(page)
}

async function addDevice(page: Page, type: string, name: string) {
  await page.getByRole('button', { name: 'Add a device' }).click()
  await choose(inDialog(page).getByLabel('What it is'), { label: type })
  await inDialog(page).getByLabel('Name').fill(name)
  await inDialog(page).getByRole('button', { name: 'Add it' }).click()
  await closed(page)
}

/** Clicks a port and waits for that port's own form. */
async function choosePort(page: Page, port: RegExp) {
  await page.getByRole('button', { name: port }).click()
  const form = page.getByRole('region', { name: new RegExp(port.source.replace(',', '$')) })
  await expect(form).toBeVisible()
  return form
}

async function plug(page: Page, port: RegExp, to: string) {
  const form = await choosePort(page, port)
  await choose(form.getByLabel('Plugged in'), { label: to })
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('button', { name: port })).toHaveAttribute(
    'aria-label',
    new RegExp(`to ${to.split(' port')[0]}`),
  )
}

test('a small site built from nothing in the browser carries its guests to the internet', async ({
  page,
}) => {
  test.setTimeout(120_000)
  const faults = faultsOf(page)
  await open(page, '/')
  await page.getByLabel('Name').fill('Sluice House')
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL(/brief/)
  const site = page.url().replace(/\/brief.*/, '')

  await test.step('devices', async () => {
    await open(page, `${site}/ports`)
    await addDevice(page, 'Gateway, one feed and four LAN ports', 'Gate')
    await addDevice(page, 'Fibre modem, bridge only, one port', 'Modem')
  })

  await test.step('networks', async () => {
    await open(page, `${site}/networks`)
    await addNetwork(page, {
      name: 'Gear',
      vlan: '70',
      subnet: '172.29.70.0/24',
      gateway: '172.29.70.1',
      from: '172.29.70.50',
      to: '172.29.70.99',
      purpose: 'management',
    })
    await addNetwork(page, {
      name: 'Lock guests',
      vlan: '80',
      subnet: '172.29.80.0/24',
      gateway: '172.29.80.1',
      from: '172.29.80.50',
      to: '172.29.80.199',
      purpose: 'guests',
    })
  })

  await test.step('the rest of the gear begins on the network of the gear', async () => {
    await open(page, `${site}/ports`)
    await addDevice(page, 'Switch, eight ports 802.3at, 65 W in all', 'Sluice switch')
    await addDevice(page, 'Ceiling AP, two radios, 802.3at', 'Sluice AP')
    await expect(
      page.getByRole('button', { name: /^Sluice switch port 1, access, native VLAN 70/ }),
    ).toBeVisible()
  })

  await test.step('an SSID with a profile of its own', async () => {
    await open(page, `${site}/networks?tab=ssids`)
    await page.getByRole('button', { name: 'Add a profile' }).click()
    await inDialog(page).getByLabel('Name', { exact: true }).fill('Guest key')
    await inDialog(page).getByLabel('Key', { exact: true }).fill('paddles-up-at-nine')
    await inDialog(page).getByRole('button', { name: 'Save' }).click()
    await closed(page)
    await page.getByRole('button', { name: 'Add an SSID' }).click()
    await inDialog(page).getByLabel('Name (SSID)').fill('Sluice-Guests')
    await choose(inDialog(page).getByLabel('Network'), { label: 'Lock guests (VLAN 80)' })
    await choose(inDialog(page).getByLabel('Security profile'), { label: 'Guest key' })
    await choose(inDialog(page).getByLabel('On the air'), 'whenWanted')
    await inDialog(page).getByRole('button', { name: 'Save' }).click()
    await closed(page)
  })

  await test.step('cables', async () => {
    await open(page, `${site}/ports`)
    await plug(page, /^Gate port feed,/, 'Modem port 1')
    await plug(page, /^Gate port L1,/, 'Sluice switch port 1')
    await plug(page, /^Sluice switch port 3,/, 'Sluice AP port 1')
  })

  await test.step('the findings name what is left, and their mends and one trunk make it work', async () => {
    await open(page, `${site}/ports?panel=findings`)
    for (const code of ['VLN-3', 'POW-1']) {
      await page.locator(`[data-code="${code}"] .button-main`).first().click()
      await expect(page.locator(`[data-code="${code}"]`)).toHaveCount(0)
    }
    for (const port of [/^Gate port L1,/, /^Sluice switch port 1,/]) {
      const form = await choosePort(page, port)
      await choose(form.getByLabel('Kind'), 'trunk')
      await choose(form.getByLabel('Native VLAN (PVID)'), '70')
      await form.getByRole('checkbox', { name: '80 Lock guests' }).check()
      await form.getByRole('button', { name: 'Save' }).click()
      await expect(page.getByRole('button', { name: port })).toHaveAttribute(
        'aria-label',
        /trunk, native VLAN 70, tagged 80/,
      )
    }
    await expect(page.locator('[data-code^="VLN"]')).toHaveCount(0)
  })

  await test.step('the guest’s frame gets out and back', async () => {
    await open(page, `${site}/ports?panel=follow`)
    await choose(page.getByLabel('Who speaks'), { label: 'Sluice-Guests on Sluice AP' })
    await choose(page.getByLabel('To whom'), { label: 'the internet' })
    await expect(page.getByText('Reached. Sluice-Guests on Sluice AP reaches the internet')).toBeVisible()
    await expect(page.getByText('Gate gives 172.29.80.50/24.')).toBeVisible()
  })
  expect(faults).toEqual([])
})
