import { useSearchParams } from 'react-router'

export type Panel = 'findings' | 'follow'

/** Which panel stands open beside the stage. It lives in the address, so that back and reload keep it. */
export function usePanel() {
  const [search, setSearch] = useSearchParams()
  const value = search.get('panel')
  const panel: Panel | null = value === 'findings' || value === 'follow' ? value : null
  const set = (changes: Record<string, string | null>) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before)
        for (const [name, to] of Object.entries(changes)) {
          if (to === null) next.delete(name)
          else next.set(name, to)
        }
        return next
      },
      { replace: true, preventScrollReset: true },
    )
  const toggle = (which: Panel) => set({ panel: panel === which ? null : which })
  return { panel, toggle, set, search }
}
