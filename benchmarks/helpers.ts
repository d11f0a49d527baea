import loadHighs from 'highs'
import { assign, proposeChannels } from '~/core/radio/channels'
import { proposePlacement } from '~/core/radio/placement'
import { radioField } from './fields'
import type { Site } from '~/core/plan'
import { solveWith } from '~/core/lib/solver'

/** The helpers of the ground: how long, and how near to the best there can be. */
export async function benchHelpers(row: (...cells: string[]) => void, demo: Site): Promise<void> {
  const solve = solveWith(await loadHighs())
  const timed = <T>(work: () => T): [T, string] => {
    const start = performance.now()
    const result = work()
    return [result, `${(performance.now() - start).toFixed(0)} ms`]
  }
  row('Helpers', 'time', 'found', 'bound', 'found ÷ bound')
  let serial = 0
  const aims = { goal: 'best' as const, count: 9, leastShare: 0.9, clientsEach: 60, keepsAreas: false }
  const [placed, placing] = timed(() => proposePlacement(demo, aims, solve, 20, () => `n${serial++}`))
  row(
    'placement, the demo',
    placing,
    placed.placement.objective.toFixed(0),
    placed.placement.bound.toFixed(0),
  )
  const [tuned, tuning] = timed(() => proposeChannels(demo, { useRadar: true, lowerPower: true }, solve, 20))
  for (const { band, after, bound } of tuned.plans)
    row(`channels, the demo, ${band} GHz`, tuning, after.toFixed(1), bound.toFixed(1))
  for (const channels of [3, 9])
    for (const count of [60, 250, 500]) {
      const [found, time] = timed(() => assign(radioField(count, channels), solve))
      row(
        `${count} radios on ${channels} channels`,
        time,
        found.cost.toFixed(1),
        found.bound.toFixed(1),
        (found.cost / found.bound).toFixed(2),
      )
    }
}
