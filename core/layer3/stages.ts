import type { Id } from '../site'
import type { Hop } from './hops'
import type { Lease } from './lease'
import type { NamesAnswer } from './names'

export type Target =
  { kind: 'network'; networkId: Id } | { kind: 'internet' } | { kind: 'controller'; deviceId: Id }

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
  /** Reached, and as planned all the way. */
  ok: boolean
  /** Whether the ping itself comes back, be it from a network the client was not meant for. */
  answered: boolean
  summary: string
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

/** The first stage that failed says why; with none failed, the target answers. */
export function answer(
  stages: Stage[],
  lease: Lease | null,
  reached: string,
  names: NamesAnswer | null,
): Answer {
  const failed = stages.find(({ ok }) => !ok)
  const stopped = stages.some((one) => !one.ok && !one.astray)
  return {
    ok: !failed,
    answered: !stopped,
    summary: failed ? failed.says : reached,
    lease,
    stages,
    names,
  }
}

/** Failing there is somebody's intention, not a fault. */
export function failedOnPurpose({ stages }: Answer): boolean {
  const name = stages.find(({ ok }) => !ok)?.name
  return name === 'policy' || name === 'isolation' || name === 'wall'
}
