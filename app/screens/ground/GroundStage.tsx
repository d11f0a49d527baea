import { Progress } from '../../components/Progress'
import { X } from 'lucide-react'
import { useMemo, useState } from 'react'
import { useRouteLoaderData } from 'react-router'
import { walkOf } from '~/core/judge/proof'
import { readInAreas } from '~/core/judge/proof'
import type { HeardObservation } from '~/core/judge/proof'
import type { AreaShare, PlannedRadio } from '~/core/radio/coverage'
import type { Level, Point } from '~/core/plan'
import { Problems } from '../../components/Problems'
import { usePanel } from '../../hooks/usePanel'
import { useSite } from '../../hooks/useSite'
import { useStable } from '../../hooks/useStable'
import { AreaTable } from './AreaTable'
import { Chart } from './Chart'
import { bandOf, readingOf } from './chartRequest'
import { groundBox } from './groundBox'
import { later } from '../../components/later'
import { Side } from './Side'
import { Toolbar } from './Toolbar'
import { toolOf } from './tools'
import type { ToolName } from './tools'
import { useChartInput } from './useChartInput'
import { useCoverage } from './useCoverage'
import type { Coverage } from './useCoverage'
import { useSelection } from './useSelection'
import { useTried } from './useTried'
import { useView } from './useView'
import { useWalk } from './walk/useWalk'
import { WalkMarks } from './walk/WalkMarks'
import { WalkSection } from './walk/WalkSection'
import type { Size } from './useView'

const ScaleDialog = later(() => import('./ScaleDialog').then((part) => part.ScaleDialog))
const ReadingSheet = later(() => import('./walk/ReadingSheet').then((part) => part.ReadingSheet))
const ProfileDialog = later(() => import('./ProfileDialog').then((part) => part.ProfileDialog))

/** The same empty ones at every step of a drag. */
const NO_RADIOS: PlannedRadio[] = []
const NO_SHARES: AreaShare[] = []

const HELP: Record<ReturnType<typeof toolOf>['draws'], string> = {
  nothing:
    'Drag to move, shift for several, ctrl d copies, delete takes off. Arrow keys nudge 0.1, with shift 1.',
  spot: 'Click the spot, or go there with the arrow keys and press space.',
  line: 'Click from point to point, or arrow keys and space. Shift keeps to 45°. Type a length and press enter. Enter or a double click ends.',
  outline:
    'Click the corners, or arrow keys and space. Shift keeps to 45°. Type a length and press enter. Enter or a double click closes it.',
  'two spots': 'Set two points: the level along the line between them is shown.',
}

/** The chart with its tools, the sheet of what is chosen, and how the areas fare. */
export function GroundStage({
  level,
  observed,
  moved,
}: {
  level: Level
  observed: readonly HeardObservation[]
  /** Levels of radios that were moved or set otherwise since. */
  moved: number
}) {
  const { site, revision, theme } = useGround()
  const { search, set: setPanel } = usePanel()
  const set = useStable(setPanel)
  const band = bandOf(search.get('band'))
  const reading = readingOf(search.get('read'))
  const [tool, setTool] = useState<ToolName>('choose')
  const [snapping, setSnapping] = useState(true)
  const [size, setSize] = useState<Size>({ width: 800, height: 520 })
  const [hover, setHover] = useState<Point | null>(null)
  const [said, setSaid] = useState('')
  const [placing, setPlacing] = useState<string | null>(null)
  const [outlining, setOutlining] = useState<string | null>(null)
  const [ends, setEnds] = useState<[Point, Point] | null>(null)
  const read = useMemo(() => readInAreas(site, observed), [site, observed])
  const [scaling, setScaling] = useState<[Point, Point] | null>(null)
  const [spot, setSpot] = useState<Point | null>(null)
  const pick = useStable((next: ToolName) => {
    setTool(next)
    setOutlining(null)
    setSpot(null)
  })
  const selection = useSelection()
  const tried = useTried(site, revision)
  const view = useView(groundBox(site), size)
  const input = useChartInput({
    site: tried.plan,
    shown: tried.shown,
    level,
    size,
    tool,
    snapping,
    view,
    selection,
    placing,
    outlining,
    onTool: pick,
    onEdit: tried.send,
    onNudge: tried.nudge,
    onTry: tried.trying,
    onHover: setHover,
    onProfile: (from, to) => setEnds([from, to]),
    onScale: (from, to) => setScaling([from, to]),
    onReading: setSpot,
    onPlaced: () => {
      setPlacing(null)
      setTool('choose')
    },
    onSay: setSaid,
  })
  const chart = useCoverage(tried.shown, { level, band, reading }, input.dragging)
  const study = useWalk(
    site,
    useMemo(() => walkOf(site, observed), [site, observed]),
  )
  const [only] = selection.refs.length === 1 ? selection.refs : []
  // Held still during a drag: nothing is worked out there then.
  const beside = input.dragging
    ? { shown: tried.plan, radios: NO_RADIOS, hover: null }
    : { shown: tried.shown, radios: chart.radios, hover }
  const zoomed = useStable((factor: number | null) => (factor === null ? view.whole() : view.zoom(factor)))
  const place = useStable((id: string) => {
    setPlacing(id)
    setTool('device')
  })
  const outline = useStable((id: string) => {
    setOutlining(id)
    setTool('areas')
  })
  const toScale = useStable(() => setTool('scale'))
  const chooseArea = useStable((id: string) => selection.choose([{ collection: 'areas', id }]))
  const chooseDevice = useStable((id: string) => selection.choose([{ collection: 'devices', id }]))
  return (
    <>
      <Toolbar
        site={site}
        levelId={level.id}
        band={band}
        reading={reading}
        tool={tool}
        snapping={snapping}
        onSet={set}
        onTool={pick}
        onSnapping={setSnapping}
        onZoom={zoomed}
      />
      <Problems problems={tried.problems} title="Nothing was changed." />
      <div className="grid grid-cols-[minmax(0,1fr)_19rem] gap-4 max-md:grid-cols-1">
        <div className="sheet flex h-[31rem] flex-col">
          <div className="min-h-0 flex-1">
            <Chart
              site={tried.shown}
              level={level}
              band={band}
              plot={chart.plot}
              view={view.view}
              size={size}
              tool={tool}
              refs={selection.refs}
              input={input}
              theme={theme}
              onSize={setSize}
              onWheel={view.zoom}
              onDeviceKey={chooseDevice}
              marks={
                <WalkMarks
                  site={site}
                  level={level}
                  band={band}
                  observed={observed}
                  next={study.told?.next ?? []}
                  spot={spot}
                  view={view.view}
                  size={size}
                />
              }
            >
              {chart.progress !== null && (
                <div className="absolute right-2 bottom-2 flex items-center gap-2 border border-line bg-sheet px-2 py-1">
                  <Progress label="The chart is being made" share={chart.progress} />
                  <button
                    className="button button-quiet !min-h-0 !p-0.5"
                    aria-label="Give up"
                    onClick={chart.giveUp}
                  >
                    <X size={14} aria-hidden />
                  </button>
                </div>
              )}
            </Chart>
          </div>
          <p
            className="border-t border-line px-3 py-1 text-[0.86rem] text-soft"
            role="status"
            data-chart-cell={chart.plot?.grid.cellM}
            data-chart-done={chart.progress === null && chart.plot ? chart.plot.grid.cellM : undefined}
          >
            {chart.fault
              ? `The chart could not be made: ${chart.fault}.`
              : (input.line.problem ?? (said || HELP[toolOf(tool).draws] + cellsSaid(chart)))}
          </p>
        </div>
        <aside className="sheet h-[31rem] overflow-y-auto" aria-label="What is chosen" tabIndex={0}>
          {spot ? (
            <ReadingSheet
              key={spot.join()}
              site={site}
              level={level}
              band={band}
              at={spot}
              radios={chart.radios}
              observed={observed}
              onDone={() => setSpot(null)}
            />
          ) : (
            <Side
              site={site}
              level={level}
              reading={reading}
              levelsRead={observed.length}
              {...beside}
              only={input.dragging ? undefined : only}
              busy={input.dragging}
              placing={placing}
              onPlace={place}
              onScale={toScale}
              outlining={outlining}
              onOutline={outline}
              selection={selection}
            />
          )}
        </aside>
      </div>
      <section className="sheet mt-4" aria-label="Areas on this level and band">
        <AreaTable site={site} shares={chart.plot?.areas ?? NO_SHARES} read={read} onChoose={chooseArea} />
      </section>
      <WalkSection
        site={site}
        level={level}
        observed={observed}
        moved={moved}
        study={study}
        onWalk={() => pick('reading')}
      />
      {scaling && (
        <ScaleDialog
          site={site}
          underlayId={only?.collection === 'underlays' ? only.id : null}
          ends={scaling}
          onClose={() => {
            setScaling(null)
            setTool('choose')
          }}
        />
      )}
      {ends && (
        <ProfileDialog
          site={tried.shown}
          level={level}
          radios={chart.radios}
          ends={ends}
          onClose={() => {
            setEnds(null)
            setTool('choose')
          }}
        />
      )}
    </>
  )
}

/** Cells that had to grow are said: what is finer than they are is not on the chart. */
const cellsSaid = ({ plot, progress }: Coverage): string =>
  plot && progress === null && plot.grid.cellM > 0.5
    ? ` The chart has cells of ${plot.grid.cellM} m here.`
    : ''

function useGround() {
  const frame = useSite()
  const root = useRouteLoaderData<{ theme: string }>('root')
  return {
    ...frame,
    theme: root?.theme ?? 'day',
  }
}
