import { useState } from 'react'
import { slug } from '~/core/formats'
import type { Level, Site } from '~/core/plan'
import { Dialog } from '../../components/Dialog'
import { usePanel } from '../../hooks/usePanel'
import { DxfImport } from './DxfImport'
import { PictureImport } from './PictureImport'
import { AntennaImport, GeoJsonImport, ScanImport } from './TextImports'
import { savePng, saveSvg } from './chartFile'

/** Drawings, pictures and tables in; the chart and its outlines out. */
export function FilesDialog({
  site,
  level,
  open,
  onClose,
}: {
  site: Site
  level: Level
  open: boolean
  onClose: () => void
}) {
  return (
    <Dialog
      wide
      open={open}
      onClose={onClose}
      title="Files of the ground"
      says="What is read in is shown before it is taken. Undo takes it back."
    >
      <div className="grid gap-6 md:grid-cols-2">
        <div className="space-y-5">
          <Out site={site} />
          <Picture site={site} level={level} />
        </div>
        <div className="space-y-5">
          <DxfImport level={level} onDone={onClose} />
          <GeoJsonImport site={site} level={level} onDone={onClose} />
          <AntennaImport onDone={onClose} />
          <ScanImport onDone={onClose} />
        </div>
      </div>
    </Dialog>
  )
}

function Picture({ site, level }: { site: Site; level: Level }) {
  const { set } = usePanel()
  const box = site.buildings[0]?.outline[0]
  return (
    <PictureImport
      level={level}
      at={box ?? [0, 0]}
      onDone={(id) => set({ files: null, piece: `underlays.${id}` })}
    />
  )
}

function Out({ site }: { site: Site }) {
  const [failed, setFailed] = useState(false)
  const frame = () => document.querySelector<HTMLElement>('[data-chart]')
  const name = `${slug(site.name)}-chart`
  return (
    <section aria-label="Save">
      <h3 className="font-semibold">Save</h3>
      <p className="caption mb-1">The chart as it stands on screen, or all outlines and walls.</p>
      <div className="flex flex-wrap gap-2">
        <button
          className="button"
          onClick={() => {
            const chart = frame()
            if (chart) void saveSvg(chart, name)
          }}
        >
          Chart as SVG
        </button>
        <button
          className="button"
          onClick={() => {
            const chart = frame()
            if (chart) void savePng(chart, name).then((made) => setFailed(!made))
          }}
        >
          Chart as PNG
        </button>
        {site.ground.origin ? (
          <a className="button" href="../geojson">
            GeoJSON
          </a>
        ) : (
          <span className="caption">GeoJSON needs the place of the plan’s zero: set it at Settings.</span>
        )}
      </div>
      {failed && <p role="alert">The picture could not be made. Save the SVG instead.</p>}
    </section>
  )
}
