import { useMemo } from 'react'
import { DRAWN, sameRef } from '~/core/plan/drawing'
import type { Drawn, PieceRef } from '~/core/plan/drawing'
import { usePanel } from '../../hooks/usePanel'
import { useStable } from '../../hooks/useStable'

const read = (piece: string | null): PieceRef[] =>
  (piece ?? '').split('~').flatMap((item) => {
    const [collection, id] = item.split('.')
    return id && DRAWN.includes(collection as Drawn) ? [{ collection: collection as Drawn, id }] : []
  })

/** The pieces that are chosen on the chart. They live in the address, so that reload keeps them. */
export function useSelection() {
  const { search, set, latest } = usePanel()
  const piece = search.get('piece')
  const refs = useMemo(() => read(piece), [piece])
  const choose = useStable((next: readonly PieceRef[]) =>
    set({
      piece: next.length > 0 ? next.map(({ collection, id }) => `${collection}.${id}`).join('~') : null,
    }),
  )
  const now = useStable(() => read(latest().get('piece')))
  return useMemo(
    () => ({
      refs,
      /** What has been chosen last, on screen yet or not: keys may come faster than the address changes. */
      now,
      choose,
      toggle: (ref: PieceRef) => {
        const before = now()
        const rest = before.filter((one) => !sameRef(one, ref))
        choose(rest.length < before.length ? rest : [...before, ref])
      },
      clear: () => choose([]),
    }),
    [refs, now, choose],
  )
}
