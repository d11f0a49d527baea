import { accessPoints } from '~/core/plan'
import { useState } from 'react'
import type { PlacementProposal, PlacementAims } from '~/core/radio/placement'
import type { Site } from '~/core/plan'
import { Problems } from '../../components/Problems'
import { CheckInput, NumberInput, SelectInput } from '../../components/inputs'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { HelperRun } from './HelperRun'
import { useHelper } from './useHelper'

const SECONDS = 20

/** Asks where the access points should go, and shows what would come of it. */
export function PlacementHelper({ site, onTaken }: { site: Site; onTaken: () => void }) {
  const [aims, setAims] = useState<PlacementAims>({
    goal: 'best',
    count: Math.max(1, accessPoints(site).length),
    leastShare: 0.9,
    clientsEach: 60,
    keepsAreas: true,
  })
  const helper = useHelper<PlacementProposal>()
  const { edit, problems, busy } = usePlanEdit(onTaken)
  const set = (part: Partial<PlacementAims>) => setAims((before) => ({ ...before, ...part }))
  const { proposal } = helper
  return (
    <section aria-label="Placement">
      <h3 className="font-semibold">Where the access points should go</h3>
      <p className="caption mb-2">
        From spots in the drawn areas where mounting is allowed and a switch with a powered socket is within
        90 m of cable. Locked access points stay.
      </p>
      <form
        className="grid grid-cols-4 items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          helper.ask((service, onShare) => service.placement(site, aims, SECONDS, onShare))
        }}
      >
        <SelectInput
          label="Look for"
          path="goal"
          value={aims.goal}
          choices={[
            { value: 'best', label: 'the best with so many' },
            { value: 'fewest', label: 'the fewest' },
          ]}
          onChange={(goal) => set({ goal: goal === 'fewest' ? 'fewest' : 'best' })}
        />
        {aims.goal === 'best' ? (
          <NumberInput
            label="Access points at most"
            path="count"
            min={1}
            value={aims.count}
            onChange={(count) => set({ count: Math.max(1, Math.round(count ?? 1)) })}
          />
        ) : (
          <NumberInput
            label="Each area covered, %"
            path="leastShare"
            min={1}
            max={100}
            value={Math.round(aims.leastShare * 100)}
            onChange={(percent) => set({ leastShare: Math.max(1, Math.min(100, percent ?? 90)) / 100 })}
          />
        )}
        <NumberInput
          label="Clients for one access point"
          path="clientsEach"
          min={1}
          value={aims.clientsEach}
          onChange={(clientsEach) => set({ clientsEach: Math.max(1, clientsEach ?? 60) })}
        />
        <button className="button" disabled={helper.progress !== null}>
          Work it out
        </button>
        <div className="col-span-4">
          <CheckInput
            label="No area may come out worse than it is now"
            checked={aims.keepsAreas}
            onChange={(keepsAreas) => set({ keepsAreas })}
          />
        </div>
      </form>
      <HelperRun progress={helper.progress} fault={helper.fault} onGiveUp={helper.giveUp}>
        {proposal && (
          <>
            <Outcome site={site} proposal={proposal} goal={aims.goal} />
            <Problems problems={problems} title="Nothing was changed." />
            {proposal.edits.length > 0 && (
              <button
                className="button button-main mt-3"
                disabled={busy}
                onClick={() => edit('Mount the access points as proposed', proposal.edits)}
              >
                Mount them so: change {proposal.edits.length}{' '}
                {proposal.edits.length === 1 ? 'device' : 'devices'}
              </button>
            )}
          </>
        )}
      </HelperRun>
    </section>
  )
}

/** What was found, how near it is to the best there could be, and what each area gains. */
function Outcome({
  site,
  proposal,
  goal,
}: {
  site: Site
  proposal: PlacementProposal
  goal: PlacementAims['goal']
}) {
  const { placement, areas, reasons, placedBefore, placedAfter, tried } = proposal
  return (
    <div className="mt-3 border-t border-line pt-3" data-proposal="placement">
      <p className="font-medium">{verdict(placement, goal)}</p>
      <p className="caption">
        {tried} spots weighed; {placedBefore} access points are up now, {placedAfter} would.
      </p>
      <table className="plain mt-2">
        <thead>
          <tr>
            <th>Area</th>
            <th className="num">Strong enough now</th>
            <th className="num">then</th>
          </tr>
        </thead>
        <tbody>
          {areas.map(({ areaId, before, after }) => (
            <tr key={areaId}>
              <th>{site.areas.find(({ id }) => id === areaId)?.name ?? areaId}</th>
              <td className="num figures">{(before * 100).toFixed(0)} %</td>
              <td className={`num figures ${after > before + 0.004 ? 'font-bold' : ''}`}>
                {(after * 100).toFixed(0)} %
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {reasons.length > 0 && (
        <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4">
          {reasons.map(({ about, says }) => (
            <div key={about} className="contents">
              <dt className="font-medium">{about}</dt>
              <dd>{says}</dd>
            </div>
          ))}
        </dl>
      )}
    </div>
  )
}

function verdict(
  { status, objective, bound }: PlacementProposal['placement'],
  goal: PlacementAims['goal'],
): string {
  const unit = goal === 'best' ? 'm² left below the need (with 10 m² counted for each move)' : 'access points'
  const figure = (value: number) => (goal === 'best' ? value.toFixed(0) : String(Math.round(value)))
  switch (status) {
    case 'impossible':
      return 'There is no such layout, whichever of these spots are used.'
    case 'none':
      return 'Nothing was found in the time given. It may still be possible.'
    case 'proven':
      return `${figure(objective)} ${unit}; proven: no choice of these spots does better.`
    case 'found': {
      const gap = objective > 0 ? ((objective - bound) / objective) * 100 : 0
      return `${figure(objective)} ${unit}; no choice does better than ${bound.toFixed(goal === 'best' ? 0 : 1)} (gap ${gap.toFixed(0)} %).`
    }
  }
}
