import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { faultsOf, open } from './kit'

/** Clicks and typed fields, counted: what a plan from nothing costs the person who makes it. */
class Hand {
  count = 0
  constructor(readonly page: Page) {}

  async click(role: 'button' | 'option' | 'radio' | 'checkbox' | 'combobox' | 'link', name: string | RegExp) {
    this.count++
    await this.page.getByRole(role, { name }).click()
  }

  async type(label: string | RegExp, text: string) {
    this.count++
    await this.page.getByLabel(label).fill(text)
  }

  async choose(label: string, value: string) {
    this.count += 2
    await this.page.getByLabel(label).focus()
    await this.page.getByLabel(label).selectOption(value)
  }
}

const MOST = 25

interface Work {
  site: string
  job: string
  answers: (hand: Hand) => Promise<void>
  /** What runs and can be looked at: all but the modem. */
  devices: number
}

/** As a person would answer who knows the place: country, names, how many; the rest as suggested. */
const WORKS: Work[] = [
  {
    site: 'Gull Cottage',
    job: 'One router, wireless network and guests',
    answers: async (hand) => {
      await hand.choose('In which country?', 'IE')
      await hand.type('What is the wireless network called?', 'Gull')
      await hand.type('Its key?', 'three gulls on one slate roof')
      await hand.type(/How many devices of your people/, '12')
    },
    devices: 1,
  },
  {
    site: 'Mill and Loft',
    job: 'Two separate networks in one device or on one switch',
    answers: async (hand) => {
      await hand.choose('In which country?', 'FR')
      await hand.click('radio', 'On one managed switch behind a gateway')
      await hand.type('What is the first network called?', 'Mill')
      await hand.type('What is the second network called?', 'Loft')
      await hand.type(/How many devices in each/, '25')
    },
    devices: 3,
  },
  {
    site: 'Long House',
    job: 'A mesh kit for a home or a small office',
    answers: async (hand) => {
      await hand.choose('In which country?', 'NO')
      await hand.type('How many nodes besides the gateway?', '3')
      await hand.type('How many of them can have a cable?', '1')
      await hand.type('What is the wireless network called?', 'LongHouse')
      await hand.click('checkbox', 'Are there guests?')
    },
    devices: 4,
  },
  {
    site: 'Corner Bakery',
    job: 'A few access points with a controller on site',
    answers: async (hand) => {
      await hand.type('How many access points?', '4')
      await hand.choose('In which country?', 'NL')
      await hand.type('What is the wireless network called?', 'Bakery')
      await hand.type(/How many devices of your people/, '35')
    },
    devices: 7,
  },
]

for (const { site, job, answers, devices } of WORKS)
  test(`from the start page to a plan that nothing stops: ${job}`, async ({ page }) => {
    const faults = faultsOf(page)
    const hand = new Hand(page)
    await open(page, '/')
    await hand.type('Name', site)
    await hand.click('combobox', 'What is to be done?')
    await hand.click('option', job)
    await hand.click('button', 'Begin')
    await page.waitForURL(/jobs/)
    await expect(page.locator('[data-preview]')).toBeVisible()
    await answers(hand)
    const made = page.waitForResponse(
      (answer) =>
        new URL(answer.url()).pathname.endsWith('/job') &&
        answer.request().postData()?.includes('"take":true') === true,
    )
    await expect(page.locator('[data-preview]')).toHaveAttribute('aria-busy', 'false')
    await hand.click('button', 'Make it')
    expect((await made).status()).toBe(200)
    await expect(page.locator('[data-made]')).toContainText('No finding stops the work.')
    await expect(page.locator('[data-made]')).toContainText('Next:')
    console.log(`${site}, “${job}”: ${hand.count} clicks and typed fields`)
    expect(hand.count).toBeLessThan(MOST)
    const path = new URL(page.url()).pathname.replace(/\/jobs\/.*/, '')
    await open(page, `${path}/ports`)
    await expect(page.getByText(`0 of ${devices} seen running`)).toBeVisible()
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByText('0 of 0 seen running')).toBeVisible()
    expect(faults).toEqual([])
  })

test('bad answers say what is accepted, nothing is lost, and the guide opens beside them', async ({
  page,
}) => {
  const faults = faultsOf(page)
  await open(page, '/')
  await page.getByLabel('Name').fill('Salt Store')
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL(/brief/)
  const path = new URL(page.url()).pathname.replace(/\/brief$/, '')
  await open(page, `${path}/jobs`)
  await page.getByRole('link', { name: 'A few access points with a controller on site', exact: true }).click()
  const key = await page.getByLabel('Its key?').inputValue()
  expect(key).toMatch(/^[a-z347]{4}(-[a-z347]{4}){3}$/)
  await page.getByLabel(/How many devices of your people/).fill('10000')
  await expect(page.getByRole('alert')).toContainText('Accepted: a whole number from 1 to 4000')
  await expect(page.getByRole('button', { name: 'Make it' })).toBeDisabled()
  await page.getByLabel('How many access points?').fill('0')
  await expect(page.getByText('Accepted: a whole number from 1 to 500')).toBeVisible()
  await page.getByLabel('How many access points?').fill('2')
  await page.getByLabel(/How many devices of your people/).fill('60')
  await expect(page.locator('[data-preview]')).toBeVisible()
  await expect(page.getByLabel('Its key?')).toHaveValue(key)
  await page.getByRole('link', { name: 'How it is done' }).click()
  await expect(page.getByRole('heading', { name: 'What goes wrong, and the way out' })).toBeVisible()
  await page.getByRole('link', { name: 'Back to the job' }).click()
  await expect(page.getByRole('button', { name: 'Make it' })).toBeVisible()
  for (const missing of [`${path}/jobs/no-such-job`, '/guide/no-such-job']) {
    await page.goto(missing)
    await expect(page.getByText(/There is no job|no page/)).toBeVisible()
  }
  expect(faults).toEqual([])
})

test('a gear list is matched, shown and taken; labels are read in by a scanner that types', async ({
  page,
}) => {
  const faults = faultsOf(page)
  await open(page, '/')
  await page.getByLabel('Name').fill('Net Loft')
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL(/brief/)
  const path = new URL(page.url()).pathname.replace(/\/brief$/, '')
  await open(page, `${path}/ports`)
  await page.getByRole('button', { name: 'Gear list' }).click()
  const list = page.getByLabel('What is in the van')
  await list.fill('0 switch 16')
  await expect(page.getByRole('alert')).toContainText('Accepted: 1 to 200')
  const buffer = Buffer.from('2,ceiling access point\n1,switch 16\n3,flux capacitor\n')
  await page
    .getByLabel('or from a file (CSV or text)')
    .setInputFiles({ name: 'van.csv', mimeType: 'text/csv', buffer })
  await expect(page.getByRole('status')).toContainText(
    'Not known, and left out as it stands: “3 flux capacitor”',
  )
  await page.getByRole('button', { name: 'Add 3 devices' }).click()
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(page.getByText('3 of 3')).toBeVisible()
  await page.getByRole('button', { name: 'Labels' }).click()
  await page.getByLabel('Hardware address of Ceiling AP 1').click()
  for (const scanned of ['02005E005301', 'SN-0001', '02-00-5e-00-53-02']) {
    await page.keyboard.type(scanned)
    await page.keyboard.press('Enter')
  }
  await page.getByRole('button', { name: 'Save 2 labels' }).click()
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.getByRole('button', { name: 'Labels' }).click()
  await expect(page.getByLabel('Hardware address of Ceiling AP 1')).toHaveValue('02:00:5e:00:53:01')
  await expect(page.getByLabel('Serial number of Ceiling AP 1')).toHaveValue('SN-0001')
  await expect(page.getByLabel('Hardware address of Ceiling AP 2')).toHaveValue('02:00:5e:00:53:02')
  await page.getByLabel('Hardware address of Ceiling AP 2').fill('not an address')
  await page.getByRole('button', { name: 'Save 1 label' }).click()
  await expect(page.getByRole('alert')).toContainText('a hardware address of six pairs')
  expect(faults).toEqual([])
})
