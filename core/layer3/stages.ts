import type { Id } from '../site'
import type { Hop } from './hops'
import type { Lease } from './lease'
import type { NamesAnswer } from './names'

export type Target =
  { kind: 'network'; networkId: Id } | { kind: 'internet' } | { kind: 'controller'; deviceId: Id }

export type StageName =
  'join' | 'login' | 'address' | 'gateway' | 'policy' | 'onward' | 'translation' | 'reply' | 'isolation'

/** One question on the way, its answer, and the hops that show it. */
export interface Stage {
  name: StageName
  ok: boolean
  says: string
  hops: Hop[]
}

export interface Answer {
  ok: boolean
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
  return { ok: !failed, summary: failed ? failed.says : reached, lease, stages, names }
}

/** Failing here is somebody's intention, not a fault. */
export const isOnPurpose = (name: StageName | undefined): boolean => name === 'policy' || name === 'isolation'
