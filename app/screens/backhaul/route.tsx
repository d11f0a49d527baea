import { Settings2 } from 'lucide-react'
import { rootsOf } from '~/core/radio/backhaul'
import { Dialog } from '../../components/Dialog'
import { LevelSelect } from '../../components/LevelSelect'
import { StageHead } from '../../components/StageHead'
import { useIsHydrated } from '../../hooks/useIsHydrated'
import { usePanel } from '../../hooks/usePanel'
import { useSite } from '../../hooks/useSite'
import { endsOf, silentUplinks } from '../../server/derived/ends.server'
import { BackhaulStage } from './BackhaulStage'
import { SettingsForm } from './SettingsForm'
import type { Route } from './+types/route'

export const loader = ({ params }: Route.LoaderArgs) => ({
  ends: endsOf(params.siteId),
  silent: silentUplinks(params.siteId),
})

export default function Backhaul({ loaderData }: Route.ComponentProps) {
  const { site } = useSite()
  const { search, set } = usePanel()
  const ready = useIsHydrated()
  const level = site.levels.find(({ id }) => id === search.get('level')) ?? site.levels[0]
  const roots = rootsOf(site)
  return (
    <>
      <StageHead
        title="Backhaul"
        says="How every device is fed, what that carries, and what is left when a thing fails."
      >
        {site.levels.length > 1 && (
          <LevelSelect site={site} levelId={level?.id ?? ''} onChange={(id) => set({ level: id })} />
        )}
        <button className="button" onClick={() => set({ settings: 'open' })}>
          <Settings2 size={16} aria-hidden /> Settings
        </button>
      </StageHead>
      {roots.length > 1 && (
        <p className="mb-3 border-l-4 border-caution bg-caution-wash px-3 py-1.5">
          Two roots: {roots.map(({ name }) => name).join(' and ')}. Only one device of a site should be the
          gateway; each device here is counted to the one it reaches by the shortest way.
        </p>
      )}
      <Dialog
        wide
        open={search.get('settings') === 'open'}
        onClose={() => set({ settings: null })}
        title="Settings of backhaul"
        says="They belong to this site."
      >
        <SettingsForm key={JSON.stringify(site.backhaul)} site={site} />
      </Dialog>
      {!level ? (
        <p className="sheet px-6 py-8 text-center">
          Nothing is charted yet. Draw a level at Ground and put the devices on it; then what radio links
          carry can be worked out.
        </p>
      ) : ready ? (
        <BackhaulStage site={site} level={level} ends={loaderData.ends} silent={loaderData.silent} />
      ) : (
        <p className="text-soft">The lines are drawn…</p>
      )}
    </>
  )
}
