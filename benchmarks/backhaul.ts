import loadHighs from 'highs'
import { fairShares, saturatedUdp, usPerMbit } from '~/core/radio/airtime'
import type { Demand, PhyMode, Resource } from '~/core/radio/airtime'
import { aftermathOf, capacityOf, chooseTree, choiceFor, failureStudy, feedsOf } from '~/core/radio/backhaul'
import { meshField } from './fields'
import { seededRandom } from '~/core/lib/random'
import { isOnAir } from '~/core/plan'
import type { Site } from '~/core/plan'
import { solveWith } from '~/core/lib/solver'

type Row = (...cells: string[]) => void

const timed = <T>(work: () => T): [T, number] => {
  const start = performance.now()
  const result = work()
  return [result, performance.now() - start]
}
const ms = (time: number): string => `${time.toFixed(time < 10 ? 1 : 0)} ms`

/** A tree of relays on a handful of channels: every node a demand over its own and its parents' air. */
function relayField(nodes: number): [Demand[], Resource[]] {
  const random = seededRandom(5)
  const resources: Resource[] = Array.from({ length: Math.ceil(nodes / 6) }, (_, i) => ({
    name: `air ${i}`,
    capacity: 1,
  }))
  resources.push({ name: 'feed', capacity: 1000 })
  const demands = Array.from({ length: nodes }, (_, i): Demand => {
    const hops = 1 + Math.floor(random() * 3)
    return {
      name: `node ${i}`,
      mostMbps: 20 + random() * 200,
      takes: [
        ...Array.from({ length: hops }, () => ({
          resource: Math.floor(random() * (resources.length - 1)),
          perMbps: 1 / (60 + random() * 300),
        })),
        { resource: resources.length - 1, perMbps: 1 },
      ],
    }
  })
  return [demands, resources]
}

/** What backhaul and airtime cost, and how that grows. */
export async function benchBackhaul(row: Row, demo: Site): Promise<void> {
  const solve = solveWith(await loadHighs())
  const mode: PhyMode = { generation: 'ax', band: '5', widthMhz: 80, streams: 2, index: 9 }
  row('Airtime', 'each', '', '', '')
  for (const stations of [1, 5, 20]) {
    const rounds = 500
    const list = Array.from({ length: stations }, () => ({ mode }))
    const [, cell] = timed(() => {
      for (let i = 0; i < rounds; i++) saturatedUdp(list, 1472)
    })
    row(`one cell, ${stations} stations`, `${((1000 * cell) / rounds).toFixed(0)} µs`)
  }
  const [, cost] = timed(() => {
    for (let i = 0; i < 500; i++) usPerMbit({ mode }, 4)
  })
  row('cost of one Mbit, TCP', `${((1000 * cost) / 500).toFixed(0)} µs`)
  for (const nodes of [25, 50, 100, 200]) {
    const [demands, resources] = relayField(nodes)
    const [, fair] = timed(() => fairShares(demands, resources, solve))
    row(`max–min of ${nodes} nodes`, ms(fair))
  }
  row('Parents', 'time', 'worst ÷ bound', 'sum ÷ bound', 'proven')
  for (const [nodes, roots, steps] of [
    [8, 1, 3000],
    [15, 1, 3000],
    [15, 2, 3000],
    [60, 6, 2000],
    [200, 20, 2000],
  ] as const) {
    const [tree, time] = timed(() => chooseTree(meshField(nodes, roots), steps))
    row(
      `${nodes} nodes, ${roots} roots`,
      ms(time),
      (tree.worst / tree.bound.worst).toFixed(2),
      (tree.sum / tree.bound.sum).toFixed(3),
      tree.proven ? 'yes' : `${tree.reached} reached`,
    )
  }
  row('The demo', 'time', 'things', '', '')
  const fresh = (): Site => ({ ...demo })
  const [, feeds] = timed(() => feedsOf(fresh(), 'all'))
  row('feeds', ms(feeds))
  const onAir = demo.devices.filter(isOnAir)
  const [, choices] = timed(() => onAir.map((device) => choiceFor(demo, device)))
  row('choices', ms(choices), String(onAir.length))
  const [count, failures] = timed(() => {
    const study = failureStudy(fresh())
    study.elements.forEach((element) => aftermathOf(study, element))
    return study.elements.length
  })
  row('failure table', ms(failures), String(count))
  const [, capacity] = timed(() => capacityOf(fresh(), solve))
  row('airtime shares, whole site', ms(capacity))
}
