import type { HeardObservation } from '~/core/judge/proof'
import type { Level, Site } from '~/core/plan'
import type { NextSpot } from '~/core/radio/calibration'
import { Progress } from '../../../components/Progress'
import { usePlanEdit } from '../../../hooks/usePlanEdit'
import { Problems } from '../../../components/Problems'
import { Alarms } from './Alarms'
import { Claims } from './Claims'
import { Taught } from './Taught'
import type { WalkStudy } from './useWalk'
import { WalkImport } from './WalkImport'

interface Props {
  site: Site
  level: Level
  observed: readonly HeardObservation[]
  moved: number
  study: WalkStudy
  onWalk: () => void
}

/** What was read on the chart, what may be claimed from it, what it teaches, and where to read next. */
export function WalkSection({ site, level, observed, moved, study, onWalk }: Props) {
  const { told, busy, fault, isOld } = study
  const { edit, problems, busy: saving } = usePlanEdit()
  // Nothing is claimed and nothing learned from a walk that can't be, until somebody has answered.
  const isStopped = told !== null && told.alarms.length > 0 && told.model === null
  return (
    <section className="sheet mt-4 space-y-3 px-4 py-3" aria-label="The walk">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-2">
        <div>
          <h2>The walk</h2>
          <p className="text-soft">{readSoFar(observed, moved)}</p>
        </div>
        <div className="flex flex-wrap items-center gap-2">
          <button className="button" onClick={onWalk}>
            Read at a spot
          </button>
          <WalkImport site={site} level={level} />
          <button className="button" disabled={busy} onClick={() => study.begin()}>
            {observed.length === 0 ? 'Where to read first' : 'What it teaches'}
          </button>
          {busy && (
            <>
              <Progress label="Learning from the walk" share={null} />
              <button className="button button-quiet" onClick={study.giveUp}>
                Give up
              </button>
            </>
          )}
        </div>
      </div>
      {fault && (
        <p role="alert" className="text-caution">
          It could not be worked out: {fault}.
        </p>
      )}
      {told && (
        <div role="status" className="space-y-3">
          {isOld && (
            <p className="text-caution">Since then the plan or the walk has changed: work it out again.</p>
          )}
          {told.alarms.length > 0 && (
            <Alarms alarms={told.alarms} isAnswered={told.model !== null} onRight={() => study.begin(true)} />
          )}
          {observed.length > 0 && !isStopped && <Claims claims={told.claims} />}
          {told.unknown.length > 0 && (
            <p className="caption">
              Left out, since the chart does not have them: {told.unknown.join('; ')}.
            </p>
          )}
          {!isStopped && <NextSpots site={site} next={told.next} />}
          {observed.length > 0 && told.calibration === null && (
            <p>Fewer than two levels were read: that teaches nothing. Walk on.</p>
          )}
          {told.calibration && told.model && (
            <>
              <Taught calibration={told.calibration} />
              <Problems problems={problems} title="Nothing was changed." />
              <button
                className="button button-main"
                disabled={saving || isOld}
                onClick={() =>
                  edit('Work the chart out as the walk taught', [
                    { op: 'describe', header: { ground: { ...site.ground, learned: told.model } } },
                  ])
                }
              >
                Work the chart out with this
              </button>{' '}
              <span className="caption">Areas, links and signals take it, too. Undo takes it back.</span>
            </>
          )}
        </div>
      )}
    </section>
  )
}

/** How much was read, in a sentence. */
function readSoFar(observed: readonly HeardObservation[], moved: number): string {
  const spots = new Set(observed.map(({ seen }) => `${seen.levelId} ${seen.at.join()}`)).size
  const silent = observed.filter(({ seen }) => seen.rssiDbm === null).length
  const read =
    observed.length === 0
      ? 'Nothing was read on this chart yet. Take the walk tool, tap where you stand, and read the levels there.'
      : `${observed.length} levels at ${spots} ${spots === 1 ? 'spot' : 'spots'}${silent > 0 ? `, ${silent} of them not heard` : ''}.`
  return moved > 0
    ? `${read} ${moved} more are of access points that were moved or set otherwise since: read those again.`
    : read
}

function NextSpots({ site, next }: { site: Site; next: readonly NextSpot[] }) {
  if (next.length === 0) return null
  const area = (id: string) => site.areas.find((one) => one.id === id)?.name ?? ''
  return (
    <p>
      Next, as numbered on the chart:{' '}
      {next.map(({ areaId, settles }, i) => `${i + 1} in ${area(areaId)} (tells of ${settles})`).join(', ')}.
    </p>
  )
}
