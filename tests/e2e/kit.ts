import { readFileSync } from 'node:fs'
import { inflateRawSync } from 'node:zlib'
import { expect } from '@playwright/test'
import type { APIRequestContext, Locator, Page } from '@playwright/test'

/** A site of the test's own from a site file; gives its address, such as "/sites/abc". */
export async function siteFrom(request: APIRequestContext, base: string, file: string): Promise<string> {
  const answer = await request.post('/?index', {
    multipart: {
      intent: 'import',
      file: { name: 'site.json', mimeType: 'application/json', buffer: readFileSync(file) },
    },
    headers: { origin: base },
    maxRedirects: 0,
  })
  const to = answer.headers().location ?? ''
  expect(to).toMatch(/\/sites\/.+\/brief$/)
  return to.replace(/\/brief$/, '')
}

/** The chandlery alone: four planted mistakes, or none. */
export const demoSite = (
  request: APIRequestContext,
  base: string,
  version: 'planted' | 'mended' = 'planted',
): Promise<string> =>
  siteFrom(request, base, `tests/kit/chandlery${version === 'mended' ? '-mended' : ''}.json`)

/** The whole boatyard, as the demo has it. */
export const boatyard = (
  request: APIRequestContext,
  base: string,
  version: 'planted' | 'mended' = 'planted',
): Promise<string> => siteFrom(request, base, `demo/tern-quay${version === 'mended' ? '-mended' : ''}.json`)

/** Opens a page and waits until it answers to clicks. Who is at work is not asked: it was said before. */
export async function open(page: Page, path: string, who = ''): Promise<void> {
  await page.addInitScript((name) => {
    if (localStorage.getItem('yard-beacon-who') === null) localStorage.setItem('yard-beacon-who', name)
  }, who)
  await page.goto(path)
  await page.waitForSelector('[data-ready]')
}

/** Chooses from a list, be it the program's own or, where it is long, the browser's: by value, or by what is read. */
export async function choose(field: Locator, wanted: string | { label: string }): Promise<void> {
  if (await field.evaluate((element) => element.tagName === 'SELECT')) {
    await field.focus()
    await field.selectOption(wanted)
    return
  }
  await field.click()
  const page = field.page()
  await (
    typeof wanted === 'string'
      ? page.locator(`[role="option"][data-value="${wanted}"]`)
      : page.getByRole('option', { name: wanted.label, exact: true })
  ).click()
}

const PACKING = /[A-Za-z0-9+/]{200,}={0,2}/g

/** All that a page was sent: what stands in it, and what is packed in it. */
export async function everythingIn(page: Page): Promise<string> {
  const html = await (await page.request.get(page.url())).text()
  const packings = html.match(PACKING) ?? []
  const texts = packings.flatMap((base64) => {
    try {
      return [inflateRawSync(Buffer.from(base64, 'base64')).toString()]
    } catch {
      return []
    }
  })
  expect(texts.some((text) => text.includes('"devices"'))).toBe(true)
  return [await page.content(), html, ...texts].join('\n')
}

/** Faults that a page reports while a test runs: none are allowed. */
export function faultsOf(page: Page): string[] {
  const faults: string[] = []
  page.on('pageerror', (error) => faults.push(error.message))
  page.on('console', (message) => {
    if (message.type() === 'error' && !/status of 4\d\d/.test(message.text())) faults.push(message.text())
  })
  return faults
}

/** Posts edits as the browser would. */
export const postEdit = (request: APIRequestContext, base: string, site: string, body: object) =>
  request.post(`${site}/edit`, { data: body, headers: { origin: base } })
