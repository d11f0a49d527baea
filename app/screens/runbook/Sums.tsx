import { deviceOf } from '~/core/plan'
import { ORDER_CODES } from '~/core/guide/runbook'
import type { OrderCode, Surprise } from '~/core/guide/runbook'
import type { RunbookTold } from '../../workers/runbook.worker'
import { Sourced } from '../../components/Sourced'

interface Props {
  told: RunbookTold
  surprises: Surprise[] | null
  busy: boolean
}

/** What the order costs, beside the order of the list; and whether a rehearsal showed what was promised. */
export function Sums({ told: { runbook }, surprises, busy }: Props) {
  const { task, stopped, helps, cost, lockedOut, naive, steps, isBest } = runbook
  const name = (id: string) => (deviceOf(task.target, id) ?? deviceOf(task.present, id))?.name ?? id
  const rows: [string, string, string][] = [
    ['Walks', cost ? String(cost.walks) : '', String(naive.cost.walks)],
    ['Locked out', cost ? String(lockedOut) : '', String(naive.cutOff.length)],
    ['Points of no return', cost ? String(cost.noReturns) : '', ''],
    [
      'Client-minutes without what must work',
      cost ? String(Math.round(cost.outage)) : '',
      String(Math.round(naive.cost.outage)),
    ],
    ['Minutes, about', cost ? String(Math.ceil(cost.minutes)) : '', String(Math.ceil(naive.cost.minutes))],
  ]
  return (
    <section aria-label="What it costs" className="sheet space-y-3 px-4 py-3">
      {stopped === null ? (
        <p>
          <strong className="figures">{steps.length}</strong> steps, each checked before it runs.{' '}
          {isBest ? 'This is the best order.' : 'There may be a better order.'}{' '}
          <RehearsalLine surprises={surprises} busy={busy} />
        </p>
      ) : (
        <div>
          <p className="font-semibold text-caution">No safe order was found.</p>
          <ul className="list-disc pl-5">
            {stopped.slice(0, 8).map(({ move, why }) => {
              const first = task.changes.find(({ id }) => id === move.changeIds[0])
              return (
                <li key={`${move.place.id} ${move.changeIds.join(' ')}`}>
                  {first && `${name(first.deviceId)}, ${first.what}`}
                  {move.changeIds.length > 1 && ` and ${move.changeIds.length - 1} more`}: {why}
                </li>
              )
            })}
          </ul>
          <p className="mt-2">
            {helps.length > 0
              ? 'What would make it safe, tried on the plan:'
              : 'No two of these at the same moment make it safe either. Plan a state between: a spare address or a second way in.'}
          </p>
          <ul className="list-disc pl-5">
            {helps.slice(0, 6).map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </div>
      )}
      <table className="plain max-w-xl">
        <thead>
          <tr>
            <th />
            <th className="num">this order</th>
            <th className="num">
              <Sourced source="Each device whole, from top to bottom of the plan’s list. Times are common practice, no source.">
                top to bottom of the list
              </Sourced>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([what, mine, theirs]) => (
            <tr key={what}>
              <th scope="row" className="text-left font-normal">
                {what}
              </th>
              <td className="num figures font-semibold">{mine}</td>
              <td className="num figures">{theirs}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {(naive.cutOff.length > 0 || naive.faults.length > 0) && (
        <ul className="text-[0.93rem]">
          {naive.cutOff.slice(0, 4).map(({ deviceId, why, code }) => (
            <li key={deviceId}>
              <Code code={code} />{' '}
              <span className="text-soft">By the list, locked out before {name(deviceId)}:</span> {why}
            </li>
          ))}
          {naive.faults.slice(0, 4).map(({ afterDeviceId, says, code }) => (
            <li key={says}>
              {code && <Code code={code} />}{' '}
              <span className="text-soft">By the list, after {name(afterDeviceId)}:</span> {says}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

/** The mistake of order that it is, and what to do instead. */
const Code = ({ code }: { code: OrderCode }) => (
  <Sourced source={`${ORDER_CODES[code].means} ${ORDER_CODES[code].instead}`}>{code}</Sourced>
)

function RehearsalLine({ surprises, busy }: Pick<Props, 'surprises' | 'busy'>) {
  if (surprises === null) return busy ? <span className="text-soft">Rehearsing it…</span> : null
  if (surprises.length === 0)
    return <span>Rehearsal: every step showed what it promises, and the end is as planned.</span>
  return (
    <span className="text-caution">
      Rehearsal: {surprises.map(({ step, says }) => `step ${step}: ${says}`).join(' ')}
    </span>
  )
}
