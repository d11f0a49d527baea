import { useLocation, useSearchParams } from 'react-router'

export type Panel = 'findings' | 'follow'

/** What was last asked for at an address that has not given way yet: a second change builds on the first. */
let asked: { at: string; search: URLSearchParams } | null = null

/** Which panel stands open beside the stage. It lives in the address, so that back and reload keep it. */
export function usePanel() {
  const [search, setSearch] = useSearchParams()
  const { key } = useLocation()
  const value = search.get('panel')
  const panel: Panel | null = value === 'findings' || value === 'follow' ? value : null
  /** The address as it will be once what was asked for has come. */
  const latest = () => new URLSearchParams(asked?.at === key ? asked.search : search)
  const set = (changes: Record<string, string | null>) => {
    const next = latest()
    for (const [name, to] of Object.entries(changes)) {
      if (to === null) next.delete(name)
      else next.set(name, to)
    }
    asked = { at: key, search: next }
    setSearch(next, { replace: true, preventScrollReset: true })
  }
  const toggle = (which: Panel) => set({ panel: panel === which ? null : which })
  return { panel, toggle, set, search, latest }
}
