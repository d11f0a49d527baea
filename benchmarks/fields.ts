import type { TreeProblem } from '~/core/radio/backhaul/treeProblem'
import type { Clashes } from '~/core/radio/channels'
import { seededRandom } from '~/core/lib/random'

/** Radios on a square, each in hearing of about ten others; so many channels. */
export function radioField(count: number, channels: number): Clashes {
  const next = seededRandom(11)
  const at = Array.from({ length: count }, () => [next(), next()] as const)
  const reach = Math.sqrt(10 / (Math.PI * count))
  return {
    options: at.map(() => channels),
    own: at.map(() => Array.from({ length: channels }, () => 0)),
    edges: at.flatMap(([x, y], i) =>
      at.slice(i + 1).flatMap(([u, v], k) => {
        const far = Math.hypot(x - u, y - v)
        return far < reach ? [{ i, j: i + 1 + k, weight: 1 - far / reach }] : []
      }),
    ),
    clash: (_i, a, _j, b) => (a === b ? 1 : 0),
    name: (_i, a) => String(a),
    fixed: at.map(() => null),
  }
}

/** Nodes and roots strewn over a square, hearing each other over 45 m; cost grows with the square of the distance. */
export function meshField(nodes: number, roots: number, seed = 3): TreeProblem {
  const random = seededRandom(seed)
  const side = Math.sqrt(nodes) * 12
  const at = Array.from({ length: nodes + roots }, () => [random() * side, random() * side] as const)
  const edges: TreeProblem['edges'] = []
  for (let child = 0; child < nodes; child++)
    at.forEach(([x, y], parent) => {
      const [cx, cy] = at[child] ?? [0, 0]
      const far = Math.hypot(x - cx, y - cy)
      if (parent !== child && far < 45)
        edges.push({ child, parent, cost: 1000 * Math.max(1, (far / 8) ** 2) })
    })
  return { nodes, roots, edges, mostHops: 3, mostChildren: 4 }
}
