import { DRAWN, sameRef } from '~/core/plan/drawing'
import type { Drawn, PieceRef } from '~/core/plan/drawing'
import { usePanel } from '../../hooks/usePanel'

const read = (search: URLSearchParams): PieceRef[] =>
  (search.get('piece') ?? '').split('~').flatMap((item) => {
    const [collection, id] = item.split('.')
    return id && DRAWN.includes(collection as Drawn) ? [{ collection: collection as Drawn, id }] : []
  })

/** The pieces that are chosen on the chart. They live in the address, so that reload keeps them. */
export function useSelection() {
  const { search, set, latest } = usePanel()
  const refs = read(search)
  const write = (next: readonly PieceRef[]) =>
    set({ piece: next.length > 0 ? next.map(({ collection, id }) => `${collection}.${id}`).join('~') : null })
  const now = () => read(latest())
  return {
    refs,
    /** What has been chosen last, on screen yet or not: keys may come faster than the address changes. */
    now,
    has: (ref: PieceRef) => refs.some((one) => sameRef(one, ref)),
    choose: write,
    toggle: (ref: PieceRef) => {
      const before = now()
      const rest = before.filter((one) => !sameRef(one, ref))
      write(rest.length < before.length ? rest : [...before, ref])
    },
    clear: () => write([]),
  }
}
