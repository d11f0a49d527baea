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

type Row = (...cells: string[]) => void

const RUNS = 3
const ACCESS_POINTS = 500
const MANY_SITES = 1000

const ms = (value: number): string => `${Math.round(value)} ms`
const kB = (bytes: number): string => `${Math.round(bytes / 1000)} kB`
const median = (values: number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN

/** Pages of a large site in a real browser: first answer, weight, an edit until its findings are there, undos. */
export async function benchPages(row: Row): Promise<void> {
  const yard = await openYard([
    placedYard(ACCESS_POINTS),
    ...Array.from({ length: MANY_SITES }, (_, i) => ({ ...placedYard(1), name: `Yard ${i}` })),
  ])
  try {
    console.log(`\npages of ${ACCESS_POINTS} access points and 60 switches in a browser`)
    row('step', 'first answer', 'ready', 'page', 'data', 'scripts', 'packed')
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

/** A window of its own for each visit: nothing is in its cache. */
async function fresh<T>(yard: Yard, work: (page: Page) => Promise<T>): Promise<T> {
  const context = await yard.browser.newContext({ viewport: { width: 1280, height: 800 } })
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
              performance.getEntriesByType('resource').filter(({ name }) => name.endsWith('.js')),
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

/** From the click until the page shows the plan of the next revision, whose findings are those of the same answer. */
async function benchEdits(row: Row, yard: Yard): Promise<void> {
  await fresh(yard, async (page) => {
    await page.goto(`${yard.base}/sites/${yard.siteIds[0]}/ports?device=sw3&port=21`)
    await page.waitForSelector('[data-ready]', { timeout: 60_000 })
    const revision = async () =>
      Number(/revision (\d+)/.exec((await page.locator('header').first().textContent()) ?? '')?.[1])
    const until = async (wanted: number) =>
      page.waitForFunction(
        (text) => document.querySelector('header')?.textContent?.includes(text),
        `revision ${wanted}`,
        { polling: 'raf', timeout: 60_000 },
      )
    const times: number[] = []
    for (let i = 0; i < 12; i++) {
      const next = (await revision()) + 1
      await page.getByRole('checkbox', { name: /^119/ }).click()
      const start = Date.now()
      await page.getByRole('button', { name: /^Save/ }).first().click()
      await until(next)
      times.push(Date.now() - start)
    }
    row('an edit until its findings', ms(median(times)), `worst ${ms(Math.max(...times))}`)
    const at = await revision()
    const start = Date.now()
    for (let i = 1; i <= 12; i++) {
      await page.keyboard.press('Control+z')
      await until(at + i)
    }
    row('twelve undos', ms(Date.now() - start))
  })
}
