import { topologyOf } from '~/core/guide/jobs/topology'
import { aimName, networkOf } from '~/core/plan'
import { portSection } from '~/core/record/sections/network'
import type { Site } from '~/core/plan'
import { Flag } from '../../../components/Flag'
import { SeverityMark } from '../../../components/SeverityMark'
import type { ShownMade } from '../../../server/plan/job.server'
import { SectionView } from '../../handover/record/RecordView'
import { SubnetBarLegend, SubnetBarView } from '../../networks/SubnetBarView'
import { List, Methods, Part, Reasons } from './Part'
import { TopologyView } from './TopologyView'

/** What a job would make, before it is made: nothing of it is in the plan yet. */
export function Preview({ before, made, isStale }: { before: Site; made: ShownMade; isStale: boolean }) {
  const { after } = made
  const isPlan = made.changes > 0
  return (
    <div className={`min-w-0 space-y-5 ${isStale ? 'opacity-60' : ''}`} aria-busy={isStale} data-preview>
      {isPlan && (
        <>
          <Part title="How it is connected">
            <TopologyView topology={topologyOf(after, before)} vlanNames={vlanNames(after)} />
          </Part>
          <Part title="Addresses">
            <Addresses site={after} />
          </Part>
          <Part title="Who may reach whom">
            <Requirements site={after} />
          </Part>
        </>
      )}
      <Part title={isPlan ? 'What and why' : 'What the figures say'}>
        <Reasons reasons={made.reasons} />
      </Part>
      {made.methods.length > 0 && (
        <Part title="The other way, and what it costs">
          <Methods choices={made.methods.flatMap(({ others }) => others)} />
        </Part>
      )}
      <Part title={isPlan ? 'The order of the work' : 'What to measure, in this order'}>
        <List items={made.steps} isOrdered />
      </Part>
      {made.cautions.length > 0 && (
        <Part title="Cautions" isCaution>
          <List items={made.cautions} />
        </Part>
      )}
      {isPlan && (
        <>
          <Part title="What will prove it">
            <List items={made.tests} />
          </Part>
          <Part title={made.left.length === 0 ? 'Findings: none' : 'Left to mend afterwards'}>
            <ul className="space-y-1">
              {made.left.map(({ code, severity, says }, i) => (
                <li key={i} className="flex items-baseline gap-2">
                  <SeverityMark severity={severity} /> <span className="figures">{code}</span>{' '}
                  <span>{says}</span>
                </li>
              ))}
            </ul>
          </Part>
          <SectionView section={portSection(after)} />
        </>
      )}
    </div>
  )
}

const vlanNames = (site: Site): ReadonlyMap<number, string> =>
  new Map(site.networks.map(({ vlanId, name }) => [vlanId, name]))

const Addresses = ({ site }: { site: Site }) => (
  <>
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Networks">
      <table className="plain">
        <thead>
          <tr>
            <th>Network</th>
            <th>Subnet</th>
            <th>Its addresses</th>
            <th>SSIDs</th>
          </tr>
        </thead>
        <tbody>
          {site.networks.map((network) => (
            <tr key={network.id}>
              <td>
                <Flag vlanId={network.vlanId} label={`${network.name} (${network.vlanId})`} size={13} />
              </td>
              <td className="figures">{network.subnet}</td>
              <td>
                <SubnetBarView site={site} network={network} />
              </td>
              <td>
                {site.ssids
                  .filter(({ networkId }) => networkId === network.id)
                  .map(({ name }) => name)
                  .join(', ')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
    <SubnetBarLegend />
  </>
)

const WORD = { must: 'must reach', may: 'may reach', mustNot: 'must not reach' } as const

const Requirements = ({ site }: { site: Site }) => (
  <ul className="grid gap-x-6 gap-y-0.5 sm:grid-cols-2">
    {site.requirements.map(({ id, fromNetworkId, to, strength }) => (
      <li key={id}>
        <span className="font-medium">{networkOf(site, fromNetworkId)?.name}</span> {WORD[strength]}{' '}
        <span className="font-medium">{aimName(site, to)}</span>
      </li>
    ))}
  </ul>
)
