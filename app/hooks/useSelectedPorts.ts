import type { LinkEnd } from '~/core/plan'
import { usePanel } from './usePanel'

const text = ({ deviceId, port }: LinkEnd): string => `${deviceId}.${port}`

const listed = (search: URLSearchParams): string[] => (search.get('sel') ?? '').split('~').filter(Boolean)

/** The ports chosen for a change of many at once. They live in the address, so that reload keeps them. */
export function useSelectedPorts() {
  const { search, set, latest } = usePanel()
  const chosen = listed(search)
  const ends: LinkEnd[] = chosen.map((item) => {
    const at = item.lastIndexOf('.')
    return { deviceId: item.slice(0, at), port: Number(item.slice(at + 1)) }
  })
  const write = (items: string[]) => set({ sel: items.length > 0 ? items.join('~') : null })
  return {
    ends,
    has: (end: LinkEnd) => chosen.includes(text(end)),
    toggle: (end: LinkEnd) => {
      const before = listed(latest())
      const rest = before.filter((item) => item !== text(end))
      write(rest.length < before.length ? rest : [...before, text(end)])
    },
    clear: () => write([]),
  }
}
