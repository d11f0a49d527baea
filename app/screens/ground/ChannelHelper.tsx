import { useState } from 'react'
import type { ChannelChange, ChannelProposal } from '~/core/radio/channels'
import { regionOf } from '~/core/radio/propagation'
import type { Site } from '~/core/plan'
import { Problems } from '../../components/Problems'
import { CheckInput, SelectInput } from '../../components/inputs'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { HelperRun } from './HelperRun'
import { useHelper } from './useHelper'

const SECONDS = 20

/** Asks for channels, widths and powers, and shows them before and after. */
export function ChannelHelper({ site, onTaken }: { site: Site; onTaken: () => void }) {
  const [useRadar, setUseRadar] = useState(true)
  const [lowerPower, setLowerPower] = useState(true)
  const [plan, setPlan] = useState(site.ground.channelPlan24)
  const helper = useHelper<ChannelProposal>()
  const { edit, problems, busy } = usePlanEdit(onTaken)
  const { proposal } = helper
  const region = regionOf(site.country)
  return (
    <section aria-label="Channels">
      <h3 className="font-semibold">Channels, widths and powers</h3>
      <p className="caption mb-2">
        So that those who hear each other stand apart, by the chart’s own levels and the load of the areas.
        Locked radios keep what they have. Table: {region.name}. Law differs by country and changes: the
        regulator has the last word.
      </p>
      <form
        className="grid grid-cols-4 items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          const asked = { ...site, ground: { ...site.ground, channelPlan24: plan } }
          helper.ask((service, onShare) =>
            service.channels(asked, { useRadar, lowerPower }, SECONDS, onShare),
          )
        }}
      >
        <SelectInput
          label="2.4 GHz on"
          path="channelPlan24"
          value={plan}
          choices={[
            { value: '1-6-11', label: '1, 6, 11: none overlap' },
            { value: '1-5-9-13', label: '1, 5, 9, 13: four, a little overlap' },
          ]}
          onChange={(value) => setPlan(value === '1-5-9-13' ? value : '1-6-11')}
        />
        <CheckInput label="Use radar channels" checked={useRadar} onChange={setUseRadar} />
        <CheckInput label="Lower powers too" checked={lowerPower} onChange={setLowerPower} />
        <button className="button" disabled={helper.progress !== null}>
          Work it out
        </button>
      </form>
      <HelperRun progress={helper.progress} fault={helper.fault} onGiveUp={helper.giveUp}>
        {proposal && (
          <>
            <Outcome proposal={proposal} />
            <Problems problems={problems} title="Nothing was changed." />
            {proposal.edits.length > 0 ? (
              <button
                className="button button-main mt-3"
                disabled={busy}
                onClick={() =>
                  edit('Tune the radios as proposed', [
                    ...(plan === site.ground.channelPlan24
                      ? []
                      : [
                          {
                            op: 'describe' as const,
                            header: { ground: { ...site.ground, channelPlan24: plan } },
                          },
                        ]),
                    ...proposal.edits,
                  ])
                }
              >
                Tune them so: change {proposal.edits.length}{' '}
                {proposal.edits.length === 1 ? 'device' : 'devices'}
              </button>
            ) : (
              <p className="mt-2">There is nothing to change: it is so already.</p>
            )}
          </>
        )}
      </HelperRun>
    </section>
  )
}

function Outcome({ proposal: { plans, changes } }: { proposal: ChannelProposal }) {
  return (
    <div className="mt-3 border-t border-line pt-3" data-proposal="channels">
      {plans.map(({ band, before, after, bound, proven }) => (
        <p key={band}>
          <strong>{band} GHz</strong>: disturbance {before.toFixed(0)} now, {after.toFixed(0)} then;{' '}
          {proven ? 'proven: no choice is better.' : `no choice is better than ${bound.toFixed(0)}.`}
        </p>
      ))}
      <p className="caption">
        Disturbance: Σ load × share of its ground where the other is heard × common spectrum.
      </p>
      <div className="mt-2 max-h-72 overflow-y-auto" tabIndex={0}>
        <table className="plain">
          <thead>
            <tr>
              <th>Radio</th>
              <th className="num">Band</th>
              <th className="num">Channel</th>
              <th className="num">then</th>
              <th className="num">Width</th>
              <th className="num">then</th>
              <th className="num">Power</th>
              <th className="num">then</th>
            </tr>
          </thead>
          <tbody>
            {changes.map((change) => (
              <ChangeRow key={change.key} change={change} />
            ))}
          </tbody>
        </table>
      </div>
    </div>
  )
}

function ChangeRow({ change: { name, band, from, to, locked } }: { change: ChannelChange }) {
  const bold = (changed: boolean) => `num figures ${changed ? 'font-bold' : ''}`
  return (
    <tr>
      <th>
        {name}
        {locked && <span className="caption"> locked</span>}
      </th>
      <td className="num figures">{band}</td>
      <td className="num figures">{from.channel ?? 'auto'}</td>
      <td className={bold(from.channel !== to.channel)}>
        {to.channel}
        {to.radar && <span className="caption"> radar</span>}
      </td>
      <td className="num figures">{from.widthMhz}</td>
      <td className={bold(from.widthMhz !== to.widthMhz)}>{to.widthMhz} MHz</td>
      <td className="num figures">{from.powerDbm.toFixed(0)}</td>
      <td className={bold(to.powerDbm < from.powerDbm - 0.05)}>{to.powerDbm.toFixed(0)} dBm</td>
    </tr>
  )
}
