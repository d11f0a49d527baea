import { changedLine } from '~/core/judge/parts/listing'
import type { ListedPart } from '~/core/plan'
import { TICKS, tickReach } from '~/core/record/parts/list'
import type { PartRow, TickState } from '~/core/record/parts/list'
import { useSite } from '../../hooks/useSite'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { Traced } from '../../components/Traced'
import { SmallNumber } from './SmallNumber'

interface Props {
  row: PartRow
  onTick: (state: TickState, is: boolean) => void
}

/** One part: how many, what it costs, how far it is. A count says where it comes from. */
export function PartLine({ row, onTick }: Props) {
  const { site } = useSite()
  const { edit, busy } = usePlanEdit()
  const change = (part: Partial<ListedPart>) => {
    const edits = changedLine(site, row.key, part)
    if (edits.length > 0) edit(`Change “${row.name}” on the parts list`, edits)
  }
  const unit = row.unit === 'm' ? ' m' : ''
  return (
    <tr data-part={row.key}>
      <td className="max-w-96 md:min-w-60">
        {row.name}
        {row.note && <span className="caption block">{row.note}</span>}
        {row.missing > 0 && (
          <span className="block font-medium text-caution">
            {row.missing}
            {unit} short of what the plan needs
          </span>
        )}
      </td>
      {/* At the shop and at the van a phone has room for what is to be got, and for its ticks. */}
      <td className="num figures max-md:not-print:hidden">
        {row.counted ? <Traced number={row.counted} digits={0} /> : `${row.needed}${unit}`}
      </td>
      <td className="num figures max-md:not-print:hidden">
        {row.inCartons > 0 ? `${row.inCartons}${unit}` : ''}
      </td>
      <td className="num max-md:not-print:hidden">
        <SmallNumber
          label={`At hand: ${row.name}`}
          value={row.have}
          disabled={busy}
          onDone={(have) => change({ have: have ?? 0 })}
        />
      </td>
      <td className="num figures font-semibold">
        {row.toGet}
        {unit}
      </td>
      <td className="num max-md:not-print:hidden">
        <SmallNumber
          label={`Each: ${row.name}`}
          value={row.rate}
          disabled={busy}
          onDone={(rate) => change({ rate })}
        />
      </td>
      <td className="num figures max-md:not-print:hidden">{row.cost === null ? '' : row.cost.toFixed(2)}</td>
      {TICKS.map((state) => {
        const reach = tickReach(row, state)
        const tick = row.ticks[state]
        return (
          <td key={state}>
            <label
              className="flex min-h-8 items-center gap-1.5"
              title={tick ? `${tick.count}, ${tick.who || 'somebody'}` : undefined}
            >
              <input
                type="checkbox"
                className="tick-box"
                checked={reach === 'all'}
                ref={(box) => {
                  if (box) box.indeterminate = reach === 'some'
                }}
                disabled={row.toGet === 0 && reach === 'none'}
                onChange={() => onTick(state, reach !== 'all')}
                aria-label={`${state}: ${row.name}`}
              />
              {reach === 'some' && (
                <span className="caption">
                  {tick?.count} of {row.wanted}
                </span>
              )}
            </label>
          </td>
        )
      })}
    </tr>
  )
}
