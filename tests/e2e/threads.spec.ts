import { expect, test } from '@playwright/test'
import { fine } from './chart'
import { boatyard, open } from './kit'

test.setTimeout(90_000)

test('a browser that loads no compiled kernel makes the same chart by the core’s own', async ({
  page,
  request,
  baseURL,
}) => {
  await page.route('**/*.wasm', (route) => route.abort())
  const thread = page.waitForResponse(/layers\.worker-.*\.js/)
  const site = await boatyard(request, baseURL!, 'mended')
  await open(page, `${site}/ground`)
  // Compiling is allowed to threads, by a policy of their own, and to no page.
  const policy = (await thread).headers()['content-security-policy']
  expect(policy).toContain("default-src 'none'; script-src 'self' 'wasm-unsafe-eval'")
  const pages = await request.get(`${site}/ground`)
  expect(pages.headers()['content-security-policy']).not.toContain('unsafe-eval')
  await expect(page.locator(fine)).toBeVisible({ timeout: 60_000 })
})

test('a browser without threads: the chart comes slowly, and long work is refused with a sentence', async ({
  page,
  request,
  baseURL,
}) => {
  await page.addInitScript(() => Reflect.deleteProperty(window, 'Worker'))
  await open(page, `${await boatyard(request, baseURL!, 'mended')}/ground?helper=open`)
  await page
    .getByRole('region', { name: 'Channels', exact: true })
    .getByRole('button', { name: 'Work it out' })
    .click()
  await expect(page.getByRole('alert').filter({ hasText: 'use another browser' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.locator(fine)).toBeVisible({ timeout: 60_000 })
})

test('threads that break down in the middle: others do their part', async ({ page, request, baseURL }) => {
  await page.addInitScript(() => {
    const Real = window.Worker
    let fragile = 2
    window.Worker = class extends Real {
      constructor(...given: ConstructorParameters<typeof Worker>) {
        super(...given)
        if (!String(given[0]).includes('layers.worker') || fragile-- <= 0) return
        this.addEventListener('message', () => {
          this.terminate()
          this.dispatchEvent(new ErrorEvent('error', { message: 'out of memory' }))
        })
      }
    }
  })
  await open(page, `${await boatyard(request, baseURL!, 'mended')}/ground`)
  await expect(page.locator(fine)).toBeVisible({ timeout: 60_000 })
  await expect(page.getByText('could not be made')).toHaveCount(0)
})

test('threads that never start: a sentence, not a chart that is never done', async ({
  page,
  request,
  baseURL,
}) => {
  await page.route('**/layers.worker-*', (route) => route.abort())
  await open(page, `${await boatyard(request, baseURL!, 'mended')}/ground`)
  await expect(page.getByRole('status').filter({ hasText: 'The chart could not be made' })).toBeVisible({
    timeout: 30_000,
  })
  await expect(page.getByRole('progressbar')).toHaveCount(0)
})
