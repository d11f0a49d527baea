import { Moon, Sun } from 'lucide-react'
import { useFetcher, useRouteLoaderData } from 'react-router'
import type { loader } from '../root'

/** Day or night, remembered in a cookie. */
export function ThemeSwitch() {
  const fetcher = useFetcher()
  const theme = useRouteLoaderData<typeof loader>('root')?.theme ?? 'day'
  const other = theme === 'day' ? 'night' : 'day'
  const Icon = other === 'night' ? Moon : Sun
  return (
    <fetcher.Form method="post" action="/theme">
      <button
        className="button button-quiet"
        name="theme"
        value={other}
        aria-label={`Switch to ${other}`}
        title={`Switch to ${other}`}
      >
        <Icon size={17} aria-hidden />
      </button>
    </fetcher.Form>
  )
}
