import type { Id } from '../../../plan'
import type { Part } from '../changes/units'

const idsIn = (part: Part | null | undefined): Id[] => (part?.value as Id[] | undefined) ?? []

/** One order of rules with those of another put in, each behind the one that it stands behind there. */
export function mergedOrder(main: readonly Id[], other: readonly Id[]): Id[] {
  const order = [...main]
  for (const [i, id] of other.entries()) {
    if (order.includes(id)) continue
    const before = other.slice(0, i).findLast((one) => order.includes(one))
    order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, id)
  }
  return order
}

/** The order in which a device holds its rules: a rule that is new goes where the target has it. */
export function withRuleOrder(
  parts: Map<string, Part>,
  from: Part | null,
  to: Part | null,
  isDone: boolean,
): void {
  const like = to ?? from
  if (!like) return
  const [old, next] = [idsIn(from), idsIn(to)]
  parts.set('ruleOrder', { ...like, value: isDone ? mergedOrder(next, old) : mergedOrder(old, next) })
}
