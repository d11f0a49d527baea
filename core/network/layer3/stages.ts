import type { Id } from '../../plan'
import type { Hop } from './hops'
import type { Lease } from './lease'
import type { NamesAnswer } from './names'

export type Target =
  | { kind: 'network'; networkId: Id }
  | { kind: 'internet' }
  | { kind: 'controller'; deviceId: Id }
  | { kind: 'device'; deviceId: Id }
  | { kind: 'router'; deviceId: Id }

export type StageName =
  | 'join'
  | 'login'
  | 'address'
  | 'gateway'
  | 'policy'
  | 'wall'
  | 'onward'
  | 'translation'
  | 'reply'
  | 'isolation'
  | 'target'

/** One question on the way, its answer, and the hops that show it. */
export interface Stage {
  name: StageName
  ok: boolean
  says: string
  hops: Hop[]
  /** Not as planned, and still no end: the frame goes on from here. */
  astray?: boolean
}

export interface Answer {
  outcome: Outcome
  /** Reached, and as planned all the way. */
  ok: boolean
  /** Whether the ping itself comes back, be it from a network the client was not meant for. */
  answered: boolean
  summary: string
  /** What stops it, or what is not as planned, without naming who asks; empty where it is reached as planned. */
  why: string
  lease: Lease | null
  stages: Stage[]
  /** Whether names resolve there; null when no address was had. A ping by address does not need them. */
  names: NamesAnswer | null
}

export const stage = (name: StageName, ok: boolean, says: string, hops: Hop[] = []): Stage => ({
  name,
  ok,
  says,
  hops,
})

/** Not as planned, and the frame goes on all the same. */
export const astray = (name: StageName, says: string, hops: Hop[] = []): Stage => ({
  ...stage(name, false, says, hops),
  astray: true,
})

/**
 * How it ends. foreign: the ping comes back, with an address that the plan does not mean for one of the two, or with luck
 * · keptOut: a rule, isolation or a translation closes the way, as somebody meant it.
 */
export type Outcome = 'reaches' | 'foreign' | 'keptOut' | 'fails'

/** The stage that ends it, if one does. */
const end = (stages: Stage[]): Stage | undefined => stages.find((one) => !one.ok && !one.astray)

/** The first stage that failed says why; with none failed, the target answers. */
export function answer(
  stages: Stage[],
  lease: Lease | null,
  reached: string,
  names: NamesAnswer | null,
): Answer {
  const stopped = end(stages)
  const odd = stages.find(({ ok }) => !ok)
  const outcome = outcomeOf(stopped, odd)
  return {
    outcome,
    ok: outcome === 'reaches',
    answered: stopped === undefined,
    summary: summaryOf(stopped, odd, reached),
    why: stopped ? summaryOf(stopped, odd, '') : (odd?.says ?? ''),
    lease,
    stages,
    names,
  }
}

const ON_PURPOSE = new Set<StageName>(['policy', 'isolation', 'wall'])

function outcomeOf(stopped: Stage | undefined, odd: Stage | undefined): Outcome {
  if (stopped) return ON_PURPOSE.has(stopped.name) ? 'keptOut' : 'fails'
  return odd ? 'foreign' : 'reaches'
}

/** What stops it comes first; what is not as planned is said beside it. */
function summaryOf(stopped: Stage | undefined, odd: Stage | undefined, reached: string): string {
  if (!stopped) return odd ? `${odd.says} ${reached}` : reached
  return odd && odd !== stopped ? `${stopped.says} ${odd.says}` : stopped.says
}
