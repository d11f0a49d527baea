import { seededRandom } from '~/core/lib/random'
import { compareCost, NO_COST, plus, taskOf } from '~/core/guide/runbook'
import type { Cost, LaptopPlace, Task } from '~/core/guide/runbook'
import { bestOrder } from '~/core/guide/runbook/search/exact'
import { groundOf } from '~/core/guide/runbook/search/ground'
import type { Ground } from '~/core/guide/runbook/search/ground'
import { take } from '~/core/guide/runbook/search/take'
import { goodOrder } from '~/core/guide/runbook/search/good'
import { improved } from '~/core/guide/runbook/search/improve'
import { smallSite, spoiltSite } from './smallSites'

/**
 * The search against every order: dynamic programming over all subsets of the changes and all places of the laptop, written for this
 * test alone. It shares with the search what one step costs and whether it is safe, and nothing of how orders are looked for.
 */
const SITES = 300
const MOST = 8

/** The least cost of all orders, or null where none is safe. */
function leastOfAll(ground: Ground): Cost | null {
  const { changes, laptop, places } = ground.task
  const spots: LaptopPlace[] = [laptop, ...places]
  const pages = [null, ...new Set(changes.map(({ pageId }) => pageId))]
  const doneOf = (mask: number) => new Set(changes.filter((_one, i) => mask & (1 << i)).map(({ id }) => id))
  const all = (1 << changes.length) - 1
  const best = new Map<string, Cost>([[`0 0 ${null}`, NO_COST]])
  for (let mask = 0; mask < all; mask++)
    for (const [spot, place] of spots.entries())
      for (const openId of new Set(pages)) {
        const before = best.get(`${mask} ${spot} ${openId}`)
        if (!before) continue
        for (let more = (mask + 1) | mask; more <= all; more++) {
          if ((more & mask) !== mask || more === mask) continue
          const fresh = changes.filter((_one, i) => more & ~mask & (1 << i))
          if (!isOneGo(ground, fresh)) continue
          for (const [to, there] of spots.entries()) {
            const taken = take(
              ground,
              { done: doneOf(mask), place, openId },
              { place: there, pageId: fresh[0]!.pageId, changeIds: fresh.map(({ id }) => id) },
            )
            if (!taken.ok) continue
            const key = `${more} ${to} ${fresh[0]!.pageId}`
            const cost = plus(before, taken.cost)
            const known = best.get(key)
            if (!known || compareCost(cost, known) < 0) best.set(key, cost)
          }
        }
      }
  const ends = [...best].filter(([key]) => key.startsWith(`${all} `)).map(([, cost]) => cost)
  return ends.sort(compareCost)[0] ?? null
}

/** One page, and one change where hands are needed or each takes effect as it is typed. */
function isOneGo({ task }: Ground, changes: Task['changes']): boolean {
  const [first] = changes
  if (!first || changes.some(({ pageId }) => pageId !== first.pageId)) return false
  const type = task.present.devices.find(({ id }) => id === first.pageId)?.typeId
  return changes.length === 1 || (first.pageId !== null && type !== 'atOnce')
}

test(`on ${SITES} small sites a safe order is found exactly when there is one, and none is cheaper`, () => {
  const seen = { found: 0, none: 0, walks: 0, outage: 0, changes: 0 }
  for (let seed = 0; seen.found + seen.none < SITES; seed++) {
    const random = seededRandom(seed)
    const present = smallSite(random)
    const task = taskOf(present, spoiltSite(present, random), { deviceId: 's0', port: 3 })
    if (!task.ok || task.value.changes.length === 0 || task.value.changes.length > MOST) continue
    const ground = groundOf(task.value)
    const [found, least] = [bestOrder(ground), leastOfAll(ground)]
    expect({ seed, found: found.ok }).toEqual({ seed, found: least !== null })
    if (found.ok && least) expect({ seed, by: compareCost(found.cost, least) }).toEqual({ seed, by: 0 })
    seen[found.ok ? 'found' : 'none']++
    if (least && least.walks > 0) seen.walks++
    if (least && least.outage > 0) seen.outage++
    if (task.value.changes.length > 4) seen.changes++
  }
  // The sites are of every sort.
  for (const count of Object.values(seen)) expect(count).toBeGreaterThan(10)
}, 600_000)

/** So many tasks here; the bench takes 200. */
const TASKS = Number(process.env.YARD_BEACON_TASKS ?? 6)
const [FEWEST, MOST_OF_THEM] = [8, Number(process.env.YARD_BEACON_MOST ?? 9)]
const DEVICES = 4

test(`on ${TASKS} tasks of ${FEWEST} to ${MOST_OF_THEM} changes a good order costs at most 1.2 times the best`, () => {
  const ratios: number[] = []
  let tasks = 0
  for (let seed = 0; tasks < TASKS; seed++) {
    const random = seededRandom(seed + 10_000)
    const present = smallSite(random)
    const task = taskOf(present, spoiltSite(present, random), { deviceId: 's0', port: 3 })
    const count = task.ok ? task.value.changes.length : 0
    if (!task.ok || count < FEWEST || count > MOST_OF_THEM) continue
    const ground = groundOf(task.value)
    const quick = goodOrder(ground)
    const found = quick.ok ? improved(ground, quick, 2000 / DEVICES) : null
    const best = bestOrder(ground, { states: Infinity, known: found?.cost ?? null })
    if (!found || !best?.ok) {
      // Nothing safe is missed by the quick search.
      expect({ seed, safe: best?.ok ?? false }).toEqual({ seed, safe: false })
      continue
    }
    tasks++
    const before = ({ exposure, noReturns, walks }: Cost) => [exposure, noReturns, walks]
    expect({ seed, cost: before(found.cost) }).toEqual({ seed, cost: before(best.cost) })
    if (best.cost.outage > 1e-9) ratios.push(found.cost.outage / best.cost.outage)
    else expect({ seed, outage: found.cost.outage }).toEqual({ seed, outage: 0 })
  }
  const worst = Math.max(1, ...ratios)
  console.info(JSON.stringify({ tasks, withOutage: ratios.length, worst }))
  expect(worst).toBeLessThanOrEqual(1.2)
}, 7_200_000)
