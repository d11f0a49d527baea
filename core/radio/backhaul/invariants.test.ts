import { demoYard, spoiltDemoYard } from '~/tests/kit/yard'
import { seededRandom } from '../../lib/random'
import { aftermathOf, chooseTree, failureStudy, feedsOf, without } from '.'
import type { TreeProblem } from '.'

/** Nodes strewn over a square, as in the bench, smaller. */
function field(seed: number, nodes: number, roots: number, mostChildren: number): TreeProblem {
  const random = seededRandom(seed)
  const at = Array.from({ length: nodes + roots }, () => [random() * 80, random() * 80] as const)
  const edges: TreeProblem['edges'] = []
  for (let child = 0; child < nodes; child++)
    at.forEach(([x, y], parent) => {
      const far = Math.hypot(x - at[child]![0], y - at[child]![1])
      if (parent !== child && far < 40) edges.push({ child, parent, cost: 100 + far * far })
    })
  return { nodes, roots, edges, mostHops: 3, mostChildren }
}

test.each([
  [12, 1, 4],
  [25, 2, 3],
  [40, 3, 4],
])(
  '%d nodes, %d roots, at most %d children: every tree keeps the limits and its bound',
  (nodes, roots, children) => {
    for (let seed = 1; seed <= 6; seed++) {
      const problem = field(seed, nodes, roots, children)
      const tree = chooseTree(problem, 400)
      const count = new Map<number, number>()
      tree.parent.forEach((parent, child) => {
        if (parent === null) return
        count.set(parent, (count.get(parent) ?? 0) + 1)
        let [at, hops, cost] = [child, 0, 0]
        while (at < nodes) {
          const up = tree.parent[at]!
          cost += problem.edges.find((edge) => edge.child === at && edge.parent === up)!.cost
          hops++
          at = up
        }
        expect(hops).toBeLessThanOrEqual(3)
        expect(tree.hops[child]).toBe(hops)
        expect(tree.cost[child]).toBeCloseTo(cost, 6)
      })
      expect(Math.max(0, ...count.values())).toBeLessThanOrEqual(children)
      expect(tree.bound.reached).toBeGreaterThanOrEqual(tree.reached)
      if (tree.bound.reached === tree.reached) expect(tree.bound.worst).toBeLessThanOrEqual(tree.worst + 1e-6)
      if (tree.proven) expect(tree.bound).toEqual({ reached: tree.reached, worst: tree.worst, sum: tree.sum })
    }
  },
)

test.each([
  ['the demo', demoYard()],
  ['the demo with its mistakes', spoiltDemoYard()],
])(
  '%s: after every failure each device is dark, moved or fed as before, and nothing twice',
  (_name, site) => {
    const study = failureStudy(site)
    for (const element of study.elements) {
      const { dark, reattached, slower } = aftermathOf(study, element)
      const all = [...dark, ...reattached, ...slower].map(({ id }) => id)
      expect(new Set(all).size).toBe(all.length)
      if (element.kind === 'device') expect(all).not.toContain(element.id)
      const left = feedsOf(without(site, element), 'all')
      // With everybody's power left on, only those are dark who have no way in what is left.
      if (element.id !== 'gateway' && !dark.some(({ unpowered }) => unpowered))
        for (const { id } of dark) expect(left.has(id)).toBe(false)
      for (const { parentId, mbps } of reattached) {
        expect(site.devices.find(({ id }) => id === parentId)?.mesh?.takesChildren).toBe(true)
        expect(mbps).toBeGreaterThan(0)
      }
      for (const { beforeMbps, afterMbps } of slower) expect(afterMbps).toBeLessThan(beforeMbps)
    }
  },
)
