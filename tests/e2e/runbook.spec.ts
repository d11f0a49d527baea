import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import type { Page } from '@playwright/test'
import { choose, demoSite, faultsOf, open, postEdit } from './kit'

/** What a screen reader or a keyboard would stumble over. */
async function stumbles(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze()
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id} ${nodes[0]?.html.slice(0, 160)}`)
}

/** From what is built to what is planned, step by step, on a screen as a phone has it. */
test('a change to the plan gets its order, is rehearsed, goes otherwise once, and is finished', async ({
  page,
  request,
  baseURL,
}) => {
  const base = baseURL!
  const faults = faultsOf(page)
  const site = await demoSite(request, base, 'mended')
  await open(page, `${site}/runbook`, 'Mo')
  await page.getByRole('button', { name: 'Mark revision 1 as built' }).click()
  await expect(page.getByText('What is built is what is planned')).toBeVisible()

  const plan = (await (await request.get(`${site}/export`)).json()) as {
    networks: { id: string; vlanId: number }[]
    devices: { id: string; ports: { taggedVlans: number[]; nativeVlan: number | null }[] }[]
  }
  const moved = (vlanId: number | null) => (vlanId === 24 ? 25 : vlanId)
  const answer = await postEdit(request, base, site, {
    label: 'Crew goes to VLAN 25',
    revision: 1,
    edits: [
      ...plan.networks
        .filter(({ id }) => id === 'crew')
        .map((record) => ({ op: 'put', collection: 'networks', record: { ...record, vlanId: 25 } })),
      ...plan.devices.map((device) => ({
        op: 'put',
        collection: 'devices',
        record: {
          ...device,
          ports: device.ports.map((port) => ({
            ...port,
            nativeVlan: moved(port.nativeVlan),
            taggedVlans: port.taggedVlans.map(moved),
          })),
        },
      })),
    ],
  })
  expect(answer.status()).toBe(200)
  await page.reload()
  await page.waitForSelector('[data-ready]')
  await choose(page.getByLabel('The laptop is plugged into'), 'port:gateway:3')
  await page.getByRole('button', { name: 'Work out the order' }).click()
  await expect(page.getByText('every step showed what it promises')).toBeVisible({ timeout: 150_000 })
  await expect(page.getByRole('row', { name: /Client-minutes/ })).toBeVisible()
  await expect(page.getByText('Through after about')).toBeVisible({ timeout: 150_000 })
  expect(await stumbles(page)).toEqual([])
  await page.getByRole('button', { name: 'Begin the work with this runbook' }).click()

  await page.setViewportSize({ width: 390, height: 844 })
  const card = page.getByRole('region', { name: /^Step 1 of/ })
  await expect(card).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  expect(await stumbles(page)).toEqual([])
  await page.getByRole('button', { name: 'Done, and seen' }).click()
  await expect(page.getByRole('region', { name: /^Step 2 of/ })).toBeVisible()
  // A lost browser loses nothing.
  await page.reload()
  await page.waitForSelector('[data-ready]')
  await expect(page.getByRole('region', { name: /^Step 2 of/ })).toBeVisible()

  await page.getByRole('button', { name: 'Something else happened' }).click()
  await page.getByRole('dialog').getByRole('checkbox').first().click()
  await page.getByLabel('What was seen').fill('It restarted by itself.')
  await page.getByRole('button', { name: /Take it in/ }).click()
  await expect(page.getByText(/are made already/)).toBeVisible()
  await page.getByRole('button', { name: 'Work out the order' }).click()
  await page.getByRole('button', { name: 'Begin the work with this runbook' }).click()
  for (;;) {
    const step = page.getByRole('region', { name: /^Step \d+ of/ })
    await expect(step).toBeVisible()
    const name = (await step.getAttribute('aria-label'))!
    await page.getByRole('button', { name: 'Done, and seen' }).click()
    await expect(page.getByRole('region', { name, exact: true })).toBeHidden()
    const [, now, of] = /^Step (\d+) of (\d+)/.exec(name)!
    if (now === of) break
  }
  await expect(page.getByText('What is built is what is planned')).toBeVisible()
  await expect(page.getByRole('region', { name: 'What is built' })).toContainText('Built as revision 2')
  expect(faults).toEqual([])
})
