import type { LinkEnd } from '~/core/site'
import { usePanel } from './usePanel'

const text = ({ deviceId, port }: LinkEnd): string => `${deviceId}.${port}`

/** The ports chosen for a change of many at once. They live in the address, so that reload keeps them. */
export function useSelectedPorts() {
  const { search, set } = usePanel()
  const chosen = (search.get('sel') ?? '').split('~').filter(Boolean)
  const ends: LinkEnd[] = chosen.map((item) => {
    const at = item.lastIndexOf('.')
    return { deviceId: item.slice(0, at), port: Number(item.slice(at + 1)) }
  })
  const write = (items: string[]) => set({ sel: items.length > 0 ? items.join('~') : null })
  return {
    ends,
    has: (end: LinkEnd) => chosen.includes(text(end)),
    toggle: (end: LinkEnd) =>
      write(
        chosen.includes(text(end)) ? chosen.filter((item) => item !== text(end)) : [...chosen, text(end)],
      ),
    add: (more: LinkEnd[]) => write([...new Set([...chosen, ...more.map(text)])]),
    clear: () => write([]),
  }
}
