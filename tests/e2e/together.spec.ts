import { expect, test } from '@playwright/test'
import type { Browser, Page } from '@playwright/test'
import { choose, demoSite, faultsOf, open, postEdit } from './kit'

/** A browser of one person, with nothing in common with another's but the server. */
async function browserOf(browser: Browser, who: string, path: string): Promise<Page> {
  const page = await (await browser.newContext()).newPage()
  await open(page, path, who)
  return page
}

const save = (page: Page) => page.getByRole('button', { name: 'Save', exact: true }).click()

test('two people change two ports of one switch at once, and both changes stand under their names', async ({
  browser,
  request,
  baseURL,
}) => {
  const site = await demoSite(request, baseURL!, 'mended')
  const amber = await browserOf(browser, 'R. Amber', `${baseURL}${site}/ports?device=switch&port=5`)
  const oakum = await browserOf(browser, 'T. Oakum', `${baseURL}${site}/ports?device=switch&port=6`)
  const faults = [...faultsOf(amber), ...faultsOf(oakum)]
  for (const page of [amber, oakum]) await choose(page.getByLabel('Speed'), '100')
  await save(amber)
  await expect(amber.getByText('revision 2', { exact: true })).toBeVisible()
  // Still on the plan of before.
  await expect(oakum.getByText('revision 1', { exact: true })).toBeVisible()
  await save(oakum)
  await expect(oakum.getByText('revision 3', { exact: true })).toBeVisible()
  await oakum.goto(`${baseURL}${site}/brief`)
  for (const who of ['R. Amber', 'T. Oakum']) await expect(oakum.getByText(`by ${who}`)).toBeVisible()

  // The same port: the second is refused with both states, and keeps what was typed.
  await amber.goto(`${baseURL}${site}/ports?device=switch&port=6`)
  await oakum.goto(`${baseURL}${site}/ports?device=switch&port=6`)
  await oakum.waitForSelector('[data-ready]')
  await amber.waitForSelector('[data-ready]')
  await choose(amber.getByLabel('Speed'), '1000')
  await save(amber)
  await expect(amber.getByText('revision 4', { exact: true })).toBeVisible()
  await choose(oakum.getByLabel('Speed'), '2500')
  await save(oakum)
  const refusal = oakum.getByRole('alert')
  await expect(refusal).toContainText('port 6 was changed by R. Amber meanwhile')
  await expect(refusal.getByRole('row').last()).toHaveText(/speed, Mbit\/s\s*100\s*1000\s*2500/)
  await expect(oakum.getByLabel('Speed')).toHaveAttribute('data-value', '2500')
  await oakum.getByRole('button', { name: 'Look at the plan as it is now' }).click()
  await expect(oakum.getByLabel('Speed')).toHaveAttribute('data-value', '1000')
  expect(faults).toEqual([])
})

test('what the server does not answer waits in sight, survives leaving the page, and goes off in order', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/brief`)
  await page.route('**/edit?*', (route) => route.abort())
  await page.getByLabel('Place', { exact: true }).fill('By the slip')
  await save(page)
  const mark = page.getByRole('button', { name: '1 waits' })
  await expect(mark).toBeVisible()
  await mark.click()
  await expect(page.getByText('The server does not answer.')).toBeVisible()
  await page.keyboard.press('Escape')
  await page
    .getByRole('link', { name: /Networks/ })
    .first()
    .click()
  await expect(page.getByRole('heading', { name: 'Networks', level: 1 })).toBeVisible()
  await expect(mark).toBeVisible()
  page.on('dialog', (dialog) => void dialog.accept())
  await page.reload()
  await expect(mark).toBeVisible()
  await page.unroute('**/edit?*')
  await expect(mark).toBeHidden({ timeout: 15_000 })
  await expect(page.getByText('revision 2', { exact: true })).toBeVisible()
})

test('a refusal whose form is gone stays in the outbox until somebody looks', async ({
  page,
  request,
  baseURL,
}) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await open(page, `${site}/brief`)
  await page.route('**/edit?*', (route) => route.abort())
  await page.getByLabel('Place', { exact: true }).fill('Mine')
  await save(page)
  await expect(page.getByRole('button', { name: '1 waits' })).toBeVisible()
  const edits = [{ op: 'describe', header: { place: 'Theirs' } }]
  await postEdit(request, baseURL!, site, { revision: 1, who: 'R. Amber', label: 'elsewhere', edits })
  await page
    .getByRole('link', { name: /Networks/ })
    .first()
    .click()
  await page.unroute('**/edit?*')
  const mark = page.getByRole('button', { name: '1 not taken' })
  await expect(mark).toBeVisible({ timeout: 15_000 })
  await mark.click()
  await expect(page.getByText('was changed by R. Amber meanwhile')).toBeVisible()
  await page.getByRole('button', { name: 'Leave it' }).click()
  await expect(mark).toBeHidden()
})

test('who is at work is asked once, and can be changed', async ({ page, request, baseURL }) => {
  const site = await demoSite(request, baseURL!, 'mended')
  await page.goto(`${site}/brief`)
  await page.waitForSelector('[data-ready]')
  const asked = page.getByRole('region', { name: 'Who is at work' })
  await asked.getByRole('textbox').fill('R. Amber')
  await asked.getByRole('button', { name: 'That is me' }).click()
  await expect(asked).toBeHidden()
  await page.getByLabel('Place', { exact: true }).fill('By the slip')
  await save(page)
  await expect(page.getByText('by R. Amber')).toBeVisible()
  await page.reload()
  await expect(page.getByRole('button', { name: 'You are R. Amber' })).toBeVisible()
  await expect(asked).toBeHidden()
  await page.getByRole('button', { name: 'You are R. Amber' }).click()
  await page.getByRole('dialog').getByRole('textbox').fill('T. Oakum')
  await page.getByRole('button', { name: 'That is me' }).click()
  await expect(page.getByRole('button', { name: 'You are T. Oakum' })).toBeVisible()
})
