import { Download, Printer } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { needsOf } from '~/core/judge/parts'
import { newListedParts } from '~/core/judge/parts/listing'
import { grouped } from '~/core/lib/grouped'
import { plural } from '~/core/lib/plural'
import { costOfAll, GROUP_NAME, partsList } from '~/core/record/parts/list'
import type { PartRow } from '~/core/record/parts/list'
import { CheckInput } from '../../components/inputs'
import { Problems } from '../../components/Problems'
import { StageHead } from '../../components/StageHead'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'
import { usePost } from '../../outbox/usePost'
import { ticksOf } from '../../server/record/parts.server'
import { OwnPart } from './OwnPart'
import { PartLine } from './PartLine'
import { RulesForm } from './RulesForm'
import type { Route } from './+types/route'

export const loader = ({ params }: Route.LoaderArgs) => ({ ticks: ticksOf(params.siteId) })

/** What the plan needs, against what is in the cartons and at hand; ticked from the shop to the van. */
export default function Parts({ loaderData }: Route.ComponentProps) {
  const { id, site } = useSite()
  const rows = partsList(site, loaderData.ticks)
  const groups = [...grouped(rows, ({ group }) => group)]
  const [onlyOpen, setOnlyOpen] = useState(false)
  const { post, busy: ticking, problems } = usePost('tick')
  const tick = (state: 'ordered' | 'staged' | 'packed', is: boolean, some: readonly PartRow[]) =>
    post({
      label: is ? `Tick ${plural(some.length, 'part')} as ${state}` : `Untick ${plural(some.length, 'part')}`,
      body: {
        state,
        is,
        parts: some.map(({ key, wanted }) => ({ key, count: wanted })),
      },
    })
  const isOpen = (row: PartRow) => row.toGet > 0 && row.ticks.packed === null
  return (
    <>
      <StageHead
        title="Parts"
        says="Counted from the plan: what has to be bought, staged and packed before anybody drives there."
      >
        <button className="button" onClick={() => window.print()}>
          <Printer size={16} aria-hidden /> Print
        </button>
        <a className="button" href={`/sites/${id}/parts.csv`} download>
          <Download size={16} aria-hidden /> CSV
        </a>
      </StageHead>
      <ListState rows={rows} />
      <Problems problems={problems} title="Not ticked." />
      {rows.length === 0 && (
        <p className="sheet px-4 py-6 text-soft">The plan has no gear yet, so it needs nothing.</p>
      )}
      {rows.length > 0 && (
        <div className="sheet overflow-x-auto px-2 py-3" tabIndex={0} role="group" aria-label="Parts list">
          <table className="plain [&_td]:px-2 [&_td]:align-middle [&_th]:px-2 print:text-[9pt] print:[&_td]:px-1 print:[&_td]:py-0.5 print:[&_th]:px-1">
            <thead>
              <tr>
                <th>Part</th>
                <th className="num max-md:not-print:hidden">Needed</th>
                <th className="num max-md:not-print:hidden">In cartons</th>
                <th className="num max-md:not-print:hidden">At hand</th>
                <th className="num">To get</th>
                <th className="num max-md:not-print:hidden">Each, {site.backhaul.rates.currency}</th>
                <th className="num max-md:not-print:hidden">Cost</th>
                <th>Ordered</th>
                <th>Staged</th>
                <th>Packed</th>
              </tr>
            </thead>
            {groups.map(([group, list]) => {
              const shown = onlyOpen ? list.filter(isOpen) : list
              return (
                shown.length > 0 && (
                  <tbody key={group}>
                    <tr>
                      <th colSpan={10} scope="rowgroup" className="!pt-4 !pb-0">
                        <span className="flex items-baseline justify-between">
                          {GROUP_NAME[group]}
                          <button
                            type="button"
                            className="button button-quiet no-print"
                            disabled={ticking || !list.some(isOpen)}
                            onClick={() => tick('packed', true, list.filter(isOpen))}
                            aria-label={`Pack all of ${GROUP_NAME[group]}`}
                          >
                            pack all
                          </button>
                        </span>
                      </th>
                    </tr>
                    {shown.map((row) => (
                      <PartLine key={row.key} row={row} onTick={(state, is) => tick(state, is, [row])} />
                    ))}
                  </tbody>
                )
              )
            })}
          </table>
        </div>
      )}
      <div className="no-print mt-3 flex flex-wrap items-center justify-between gap-4">
        <CheckInput label="only what is not packed yet" checked={onlyOpen} onChange={setOnlyOpen} />
        <Link className="underline underline-offset-4" to="../ports?gear=labels">
          Serials and hardware addresses, typed, pasted or scanned
        </Link>
      </div>
      <div className="no-print mt-5 grid gap-5 md:grid-cols-2">
        <OwnPart />
        <RulesForm />
      </div>
    </>
  )
}

/** Whether the list follows the plan or has been taken, what it lacks, and what it costs. */
function ListState({ rows }: { rows: readonly PartRow[] }) {
  const { site } = useSite()
  const { edit, busy } = usePlanEdit()
  const { sum, without } = costOfAll(rows)
  const missing = rows.filter(({ missing: count }) => count > 0)
  const open = rows.filter((row) => row.toGet > 0 && row.ticks.packed === null)
  const isTaken = site.parts.length > 0
  const take = () =>
    edit(
      isTaken ? 'Bring the parts list up to the plan' : 'Take the parts list',
      newListedParts(site, needsOf(site)),
    )
  if (rows.length === 0) return null
  return (
    <div className="mb-4 flex flex-wrap items-center justify-between gap-3">
      <div>
        <p>
          {isTaken
            ? missing.length > 0
              ? `The list was taken, and the plan has outgrown it: ${plural(missing.length, 'part')} ${missing.length === 1 ? 'is' : 'are'} short.`
              : 'The list was taken, and has everything that the plan needs.'
            : 'The list follows the plan. Take it when you order: what the plan needs more from then on is a finding.'}
        </p>
        <p className="text-soft">
          {open.length === 0 ? 'Everything is packed.' : `${plural(open.length, 'part')} not packed yet.`}{' '}
          {sum > 0 &&
            `Together ${sum.toFixed(2)} ${site.backhaul.rates.currency}${without > 0 ? `, without ${without} that have no rate` : ''}.`}
        </p>
      </div>
      {(!isTaken || missing.length > 0) && (
        <button className="button button-main no-print" disabled={busy} onClick={take}>
          {isTaken ? 'Put what is short on the list' : 'Take the list'}
        </button>
      )}
    </div>
  )
}
