import type { Seen } from '~/core/judge/proof'
import { usePost } from '../outbox/usePost'

/** Sends what a person saw. What was typed stays until it is taken; `onTaken` runs then. */
export function useObserve(onTaken?: () => void) {
  const { post, problems, busy } = usePost('observe', () => onTaken?.())
  return {
    record: (who: string, place: string, seen: Seen[], source: 'typed' | 'imported' = 'typed') =>
      post({ label: `What ${who} saw`, body: { who, place, source, seen } }),
    takeBack: (observationId: string) =>
      post({ label: 'Take back what was seen', body: { remove: observationId } }),
    problems,
    busy,
  }
}
