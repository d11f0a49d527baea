import { mbpsText } from '~/core/radio/airtime'
import type { ChosenTree } from '~/core/radio/backhaul'
import { deviceOf, uplinkEdits } from '~/core/plan'
import type { Site } from '~/core/plan'
import { Problems } from '../../components/Problems'
import { Sourced } from '../../components/Sourced'
import { usePlanEdit } from '../../hooks/usePlanEdit'

/** The best parents for all devices without a cable, and how far from the best that could be. */
export function TreeTable({ site, tree }: { site: Site; tree: ChosenTree | null }) {
  const { edit, problems, busy } = usePlanEdit()
  if (!tree) return <p className="px-4 py-3 text-soft">Parents are being chosen…</p>
  if (tree.nodes.length === 0)
    return (
      <p className="px-4 py-3 text-soft">
        Every device on the air has a cable. Take one away, or give a device its uplink to another by radio,
        and the best parents stand here.
      </p>
    )
  const changes = tree.nodes.filter(({ child, parent }) => parent && child.air?.deviceId !== parent.id)
  // The devices as the plan has them now; the tree may be of a moment ago.
  const edits = uplinkEdits(
    changes.flatMap(({ child, parent, hop }) => {
      const [own, above] = [deviceOf(site, child.id), deviceOf(site, parent?.id ?? null)]
      return own && above ? [{ child: own, parent: above, part: { band: hop?.band ?? ('5' as const) } }] : []
    }),
  )
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-3 px-4 py-2">
        <p>
          Worst device{' '}
          <Sourced
            className="figures"
            formula="1 ÷ Σ airtime per Mbit along the way, the worst of all devices"
            inputs={[
              { name: 'no tree can do better than', value: `${mbpsText(tree.boundWorstMbps)} Mbit/s` },
              { name: 'hops at most', value: String(site.backhaul.mostHops) },
              { name: 'children at most', value: String(site.backhaul.mostChildren) },
            ]}
            source="Branch and bound over cheapest ways of at most so many hops; hops and children: common practice, no source"
          >
            {mbpsText(tree.worstMbps)} Mbit/s
          </Sourced>
          {tree.tree.proven
            ? ', proven best.'
            : `, the best that could be is ${mbpsText(tree.boundWorstMbps)}.`}
        </p>
        {changes.length > 0 && (
          <button className="button" disabled={busy} onClick={() => edit('Take the best parents', edits)}>
            Pin {changes.length === 1 ? 'this parent' : `these ${changes.length} parents`}
          </button>
        )}
      </div>
      <Problems problems={problems} title="Nothing was changed." />
      <table className="plain">
        <thead>
          <tr>
            <th className="pl-4">Device</th>
            <th>Uplink to, planned</th>
            <th>Best parent</th>
            <th className="num">Level</th>
            <th className="num">Hops</th>
            <th className="num">Alone</th>
          </tr>
        </thead>
        <tbody>
          {tree.nodes.map(({ child, parent, hop, hops, mbps, remedy }) => (
            <tr key={child.id} data-node={child.id}>
              <th className="pl-4">
                {child.name}
                {child.air?.pinned && <span className="caption"> pinned</span>}
              </th>
              <td>{site.devices.find(({ id }) => id === child.air?.deviceId)?.name ?? 'nobody'}</td>
              <td>{parent ? parent.name : <span className="text-caution">nobody: {remedy}</span>}</td>
              <td className="num figures">
                {hop ? `${hop.weakerDbm.toFixed(0)} dBm, ${hop.percent.toFixed(0)} %` : '–'}
              </td>
              <td className="num figures">{parent ? hops : '–'}</td>
              <td className="num figures">{parent ? `${mbpsText(mbps)} Mbit/s` : '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}
