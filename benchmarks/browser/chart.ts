import type { Page } from '@playwright/test'
import { isAccessPoint } from '~/core/plan'
import type { Device, Site } from '~/core/plan'
import { fresh, median, ms } from './pages'
import type { Row } from './pages'
import { openYard } from './yard'
import type { Yard } from './yard'

const RUNS = 5
/** Frames that a drag lasts. */
const MOVES = 120

declare global {
  interface Window {
    yardTasks: { startTime: number; duration: number }[]
    yardCharts: { cell: string; at: number }[]
  }
}

/** The chart in a real browser: when it is there, and what dragging an access point costs the page's own thread. */
export async function benchChart(row: Row, demo: Site): Promise<void> {
  const yard = await openYard([demo])
  try {
    console.log('\nthe chart of the demo in a browser')
    const openings: Opening[] = []
    for (let run = 0; run < RUNS; run++) openings.push(await fresh(yard, (page) => opens(yard, page)))
    const of = (key: keyof Opening) => {
      const all = openings.map((one) => one[key]).sort((a, b) => a - b)
      return `${ms(median(all))} (${ms(all[0] ?? NaN)} to ${ms(all.at(-1) ?? NaN)})`
    }
    row('after the page', 'first chart', 'whole fine chart')
    row('', of('first'), of('fine'))
    row('dragged for two seconds', 'tasks over 50 ms', 'longest', 'of frames', 'fine chart after it')
    for (const device of [outermost(demo), innermost(demo)])
      row(device.name, ...(await fresh(yard, (page) => drags(yard, page, device.id))))
  } finally {
    await yard.stop()
  }
}

interface Opening {
  first: number
  fine: number
}

/** Long tasks, and when which chart was there. */
async function watch(page: Page): Promise<void> {
  await page.addInitScript(() => {
    window.yardTasks = []
    window.yardCharts = []
    new PerformanceObserver((list) => {
      for (const { startTime, duration } of list.getEntries()) window.yardTasks.push({ startTime, duration })
    }).observe({ type: 'longtask', buffered: true })
    new MutationObserver(() => {
      const shown = document.querySelector('[data-chart-cell]')
      const cell = shown?.getAttribute('data-chart-cell')
      if (!cell) return
      const state = shown?.hasAttribute('data-chart-done') ? `${cell} done` : cell
      if (window.yardCharts.at(-1)?.cell !== state)
        window.yardCharts.push({ cell: state, at: performance.now() })
    }).observe(document, { subtree: true, childList: true, attributes: true })
  })
}

async function opens(yard: Yard, page: Page): Promise<Opening> {
  await watch(page)
  await page.goto(`${yard.base}/sites/${yard.siteIds[0]}/ground`)
  await page.waitForSelector('[data-chart-done]', { timeout: 60_000 })
  const [painted, charts] = (await page.evaluate(() =>
    JSON.parse(
      JSON.stringify([
        performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0,
        window.yardCharts,
      ]),
    ),
  )) as [number, Window['yardCharts']]
  return { first: (charts[0]?.at ?? NaN) - painted, fine: (charts.at(-1)?.at ?? NaN) - painted }
}

const eastM = ({ position }: Device): number => position?.at[0] ?? NaN
/** Access points on the first level from west to east. */
const fromWest = ({ devices, levels }: Site): Device[] =>
  devices
    .filter((device) => isAccessPoint(device) && device.position?.levelId === levels[0]?.id)
    .sort((a, b) => eastM(a) - eastM(b))

function outermost(site: Site): Device {
  const last = fromWest(site).at(-1)
  if (!last) throw new Error('no access point on the first level')
  return last
}
function innermost(site: Site): Device {
  const all = fromWest(site)
  return all[all.length >> 1] ?? outermost(site)
}

async function drags(yard: Yard, page: Page, id: string): Promise<string[]> {
  await watch(page)
  await page.goto(`${yard.base}/sites/${yard.siteIds[0]}/ground`)
  await page.waitForSelector('[data-chart-done]', { timeout: 60_000 })
  const box = await page.locator(`[data-placed="${id}"]`).first().boundingBox()
  if (!box) return ['not on this level']
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.evaluate(() => {
    window.yardTasks = []
    window.yardCharts = []
  })
  for (let i = 1; i <= MOVES; i++) {
    await page.mouse.move(x + 40 * Math.sin(i / 20), y + 25 * (1 - Math.cos(i / 20)))
    await page.evaluate(() => new Promise(requestAnimationFrame))
  }
  const tasks = await page.evaluate(() => window.yardTasks.map(({ duration }) => duration))
  const start = await page.evaluate(() => {
    window.yardCharts = []
    return performance.now()
  })
  await page.mouse.up()
  await page.waitForFunction(() => window.yardCharts.at(-1)?.cell.endsWith('done'), undefined, {
    timeout: 60_000,
  })
  const end = await page.evaluate(() => window.yardCharts.at(-1)?.at ?? NaN)
  return [String(tasks.length), ms(Math.max(0, ...tasks)), String(MOVES), ms(end - start)]
}
