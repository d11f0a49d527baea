import type { Page } from '@playwright/test'
import { placedYard } from '../grownYard'
import { openYard } from './yard'
import type { Yard } from './yard'

/** The steps of the work, and the page of sites. */
const STEPS = [
  'brief',
  'networks',
  'ground',
  'backhaul',
  'ports',
  'staging',
  'runbook',
  'proof',
  'handover',
  'parts',
  'jobs',
] as const

export type Row = (...cells: string[]) => void

const RUNS = 3
const ACCESS_POINTS = 500
const MANY_SITES = 1000

export const ms = (value: number): string => `${Math.round(value)} ms`
const kB = (bytes: number): string => `${Math.round(bytes / 1000)} kB`
export const median = (values: number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN

/** Pages of a large site in a real browser: first answer, weight, an edit until its findings are there, undos. */
export async function benchPages(row: Row): Promise<void> {
  const yard = await openYard([
    placedYard(ACCESS_POINTS),
    ...Array.from({ length: MANY_SITES }, (_, i) => ({ ...placedYard(1), name: `Yard ${i}` })),
  ])
  try {
    console.log(`\npages of ${ACCESS_POINTS} access points and 60 switches in a browser`)
    row('step', 'first answer', 'ready', 'page', 'data', 'scripts', 'packed')
    await visits(yard, `/sites/${yard.siteIds[0]}/networks`)
    for (const step of STEPS) {
      const seen = await visits(yard, `/sites/${yard.siteIds[0]}/${step}`)
      row(step, ...seen)
    }
    row(`list of ${MANY_SITES} sites`, ...(await visits(yard, '/')))
    await benchEdits(row, yard)
  } finally {
    await yard.stop()
  }
}

/** A browser that says it is headless is taken for a robot, which is sent a page only when all of it is there. */
const USER_AGENT = 'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/156.0.0.0 Safari/537.36'

/** A window of its own for each visit: nothing is in its cache. */
export async function fresh<T>(yard: Yard, work: (page: Page) => Promise<T>): Promise<T> {
  const context = await yard.browser.newContext({
    viewport: { width: 1280, height: 800 },
    userAgent: USER_AGENT,
  })
  try {
    const page = await context.newPage()
    await page.addInitScript(() => localStorage.setItem('yard-beacon-who', 'Bench'))
    return await work(page)
  } finally {
    await context.close()
  }
}

interface Body {
  decodedBodySize: number
  encodedBodySize: number
}

interface Visit {
  first: number
  ready: number
  page: number
  scripts: number
  packed: number
}

async function visits(yard: Yard, path: string): Promise<string[]> {
  const seen: Visit[] = []
  for (let run = 0; run < RUNS; run++)
    seen.push(
      await fresh(yard, async (page) => {
        await page.goto(yard.base + path)
        await page.waitForSelector('[data-ready]', { timeout: 60_000 })
        const entries = (await page.evaluate(() =>
          JSON.parse(
            JSON.stringify([
              performance.getEntriesByType('navigation')[0],
              performance.getEntriesByName('first-contentful-paint')[0] ?? null,
              performance
                .getEntriesByType('resource')
                .filter(({ name }) => name.endsWith('.js') && !name.includes('.worker-')),
              performance.now(),
            ]),
          ),
        )) as [Body, { startTime: number } | null, Body[], number]
        const [navigation, paint, scripts, ready] = entries
        const sum = (key: keyof Body) => scripts.reduce((total, one) => total + one[key], 0)
        return {
          first: paint?.startTime ?? NaN,
          ready,
          page: navigation.decodedBodySize,
          scripts: sum('decodedBodySize'),
          packed: sum('encodedBodySize'),
        }
      }),
    )
  const data = await fetch(`${yard.base}${path === '/' ? '/_root' : path}.data`).then((answer) =>
    answer.arrayBuffer(),
  )
  const of = (key: keyof Visit) => median(seen.map((one) => one[key]))
  return [
    ms(of('first')),
    ms(of('ready')),
    kB(of('page')),
    kB(data.byteLength),
    kB(of('scripts')),
    kB(of('packed')),
  ]
}

const FREE_SOCKET = 10
const EDITS = 12

/** From the click until the page shows the plan of the next revision, whose findings come with it. Each edit leads to a new plan. */
async function benchEdits(row: Row, yard: Yard): Promise<void> {
  await fresh(yard, async (page) => {
    const times: number[] = []
    for (let i = 0; i < EDITS; i++) {
      await page.goto(`${yard.base}/sites/${yard.siteIds[0]}/ports?device=sw3&port=${FREE_SOCKET + i}`)
      await page.waitForSelector('[data-ready]', { timeout: 60_000 })
      await page.getByRole('checkbox', { name: /^119/ }).click()
      const next = (await revisionOf(page)) + 1
      const start = await page.evaluate(() => performance.now())
      await page.getByRole('button', { name: /^Save/ }).first().click()
      times.push((await shownAt(page, next)) - start)
    }
    row(
      'an edit until its findings',
      ms(median(times)),
      `${ms(Math.min(...times))} to ${ms(Math.max(...times))}`,
    )
    const at = await revisionOf(page)
    const start = await page.evaluate(() => performance.now())
    let end = start
    for (let i = 1; i <= EDITS; i++) {
      await page.keyboard.press('Control+z')
      end = await shownAt(page, at + i)
    }
    row('twelve undos', ms(end - start))
  })
}

const revisionOf = async (page: Page): Promise<number> =>
  Number(/revision (\d+)/.exec((await page.locator('header').first().textContent()) ?? '')?.[1])

/** When a revision is on screen, by the clock of the page. */
async function shownAt(page: Page, revision: number): Promise<number> {
  const shown = await page.waitForFunction(
    (text) => (document.querySelector('header')?.textContent?.includes(text) ? performance.now() : false),
    `revision ${revision}`,
    { polling: 'raf', timeout: 60_000 },
  )
  return Number(await shown.jsonValue())
}
