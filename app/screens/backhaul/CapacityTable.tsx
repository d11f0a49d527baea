import { mbpsText } from '~/core/radio/airtime'
import type { Capacity } from '~/core/radio/backhaul'
import { Sourced } from '../../components/Sourced'

/** What every area gets when all want theirs at once, and who shares whose airtime. */
export function CapacityTable({ capacity }: { capacity: Capacity | null }) {
  if (!capacity) return <p className="px-4 py-3 text-soft">The airtime is being shared out…</p>
  if (capacity.areas.length === 0 && capacity.nodes.length === 0)
    return <p className="px-4 py-3 text-soft">Nothing is drawn or fed yet.</p>
  return (
    <>
      <table className="plain">
        <thead>
          <tr>
            <th className="pl-4">Area</th>
            <th className="num">All its clients want</th>
            <th className="num">Gets, everybody at once</th>
            <th>Held back by</th>
            <th className="num">One client alone</th>
            <th>Served by</th>
          </tr>
        </thead>
        <tbody>
          {capacity.areas.map((one) => (
            <tr key={one.area.id} data-capacity={one.area.id}>
              <th className="pl-4">{one.area.name}</th>
              <td className="num figures">{mbpsText(one.wantsMbps)} Mbit/s</td>
              <td
                className={`num ${one.fairMbps < one.wantsMbps * 0.99 ? 'font-semibold text-caution' : ''}`}
              >
                <Sourced
                  className="figures"
                  formula="max–min fair: nobody can get more without taking from somebody who has no more than he"
                  inputs={one.heldBackBy ? [{ name: 'full', value: one.heldBackBy }] : []}
                  source="Bertsekas and Gallager, Data Networks, 6.5.2; a linear programme at a time; airtime by IEEE 802.11-2020 and Bianchi (JSAC 2000)"
                >
                  {mbpsText(one.fairMbps)} Mbit/s
                </Sourced>
              </td>
              <td>{one.heldBackBy ?? '–'}</td>
              <td className="num figures">
                {mbpsText(one.expected.lowMbps)} – {mbpsText(one.expected.likelyMbps)} –{' '}
                {mbpsText(one.expected.highMbps)}
              </td>
              <td>
                {one.servedBy
                  .slice(0, 2)
                  .map(({ name }) => name)
                  .join(', ') || 'nobody'}
                {one.unserved > 0.02 && `; ${(100 * one.unserved).toFixed(0)} % by nobody`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="mt-4 px-4 font-medium">Who shares airtime</h3>
      <ul className="px-4 pb-3">
        {capacity.cliques
          .filter(({ names }) => names.length > 1)
          .map(({ radios, names, channels, freeShare }) => (
            <li key={radios.join()}>
              {channels}: {names.join(', ')}. After beacons {(100 * freeShare).toFixed(0)} % is left.
            </li>
          ))}
        {capacity.cliques.every(({ names }) => names.length < 2) && (
          <li>Nobody: every radio has its airtime to itself.</li>
        )}
      </ul>
    </>
  )
}
