import { useLayoutEffect } from 'react'
import { FileUp, Plus, Settings2, Wand2 } from 'lucide-react'
import type { Level, Site } from '~/core/plan'
import { StageHead } from '../../components/StageHead'
import { later } from '../../components/later'
import { Problems } from '../../components/Problems'
import { newId } from '../../hooks/newId'
import { usePanel } from '../../hooks/usePanel'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useIsHydrated } from '../../hooks/useIsHydrated'
import { useSite } from '../../hooks/useSite'
import { heardOn } from '../../server/proof/observations.server'
import type { Route } from './+types/route'
import { GroundStage } from './GroundStage'
import { bandOf, readingOf } from './chartRequest'
import { askAhead } from './headStart'

export const loader = ({ params }: Route.LoaderArgs) => heardOn(params.siteId)

const FilesDialog = later(() => import('./FilesDialog').then((part) => part.FilesDialog))
const SettingsDialog = later(() => import('./SettingsDialog').then((part) => part.SettingsDialog))
const HelperDialog = later(() => import('./HelperDialog').then((part) => part.HelperDialog))

export default function Ground({ loaderData }: Route.ComponentProps) {
  const { site } = useSite()
  const { search, set } = usePanel()
  const ready = useIsHydrated()
  const level = levelFor(site, search)
  const [band, reading] = [bandOf(search.get('band')), readingOf(search.get('read'))]
  const isFirst = level !== undefined && !ready
  useLayoutEffect(() => {
    if (isFirst) askAhead(site, { level, band, reading })
  }, [isFirst, site, level, band, reading])
  return (
    <>
      <StageHead title="Ground" says="The place, what its walls are made of, and where it is strong enough.">
        {level && (
          <>
            <button className="button" onClick={() => set({ files: 'open' })}>
              <FileUp size={16} aria-hidden /> Files
            </button>
            <button className="button" onClick={() => set({ settings: 'open' })}>
              <Settings2 size={16} aria-hidden /> Settings
            </button>
            <button className="button" onClick={() => set({ helper: 'open' })}>
              <Wand2 size={16} aria-hidden /> Helpers
            </button>
          </>
        )}
      </StageHead>
      {level && (
        <>
          {search.get('files') === 'open' && (
            <FilesDialog site={site} level={level} open onClose={() => set({ files: null })} />
          )}
          {search.get('settings') === 'open' && (
            <SettingsDialog site={site} open onClose={() => set({ settings: null })} />
          )}
          {search.get('helper') === 'open' && (
            <HelperDialog site={site} open onClose={() => set({ helper: null })} />
          )}
        </>
      )}
      {level ? (
        ready ? (
          <GroundStage level={level} {...loaderData} />
        ) : (
          <p className="text-soft">The chart is laid out…</p>
        )
      ) : (
        <NoLevel />
      )}
    </>
  )
}

/** The level that is asked for, else the one of the device that is chosen, else the first. */
function levelFor({ levels, devices }: Site, search: URLSearchParams): Level | undefined {
  const chosen = /^devices\.([^~]+)/.exec(search.get('piece') ?? '')?.[1]
  const at = devices.find(({ id }) => id === chosen)?.position?.levelId
  const named = (levelId: string | null | undefined) => levels.find(({ id }) => id === levelId)
  return named(search.get('level')) ?? named(at) ?? levels[0]
}

/** Nothing is drawn yet. */
function NoLevel() {
  const { edit, problems, busy } = usePlanEdit()
  return (
    <section className="sheet px-6 py-8 text-center">
      <p className="mb-3">
        Nothing is charted yet. Begin with a level, a floor or the open yard, and draw walls and areas on it.
      </p>
      <Problems problems={problems} title="Nothing was changed." />
      <button
        className="button button-main"
        disabled={busy}
        onClick={() =>
          edit('Add a level', [
            {
              op: 'put',
              collection: 'levels',
              record: {
                id: newId(),
                name: 'Ground floor',
                floorM: 0,
                heightM: 3,
                slabMaterial: 'concrete',
                slabMm: 0,
              },
            },
          ])
        }
      >
        <Plus size={16} aria-hidden /> Begin with a level
      </button>
    </section>
  )
}
