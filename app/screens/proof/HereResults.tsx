import { HERE_WHAT, hereVerdict, hereWords } from '~/core/judge/proof'
import type { HereResult } from '~/core/judge/proof'
import type { Looked, ServiceResult } from '../../server/proof/here.server'

interface Props {
  looked: Looked
  results: HereResult[]
  services: ServiceResult[]
}

const CHECKED = { true: 'as planned', false: 'not as planned', null: 'not compared' } as const
const VERDICT = { ok: 'as it must be', fails: 'not as it must be', unsure: 'proves nothing' } as const

/** What the laptop reads beside the plan, and who answered. */
export function HereResults({ looked: { here, checks }, results, services }: Props) {
  const alive = new Set(results.flatMap(({ ip, answered }) => (answered ? [ip] : [])))
  return (
    <div className="grid gap-x-8 gap-y-3 @4xl:grid-cols-2">
      <div className="overflow-x-auto">
        <table className="plain">
          <caption className="text-left text-[0.95rem] text-soft">
            Read at {here.interfaceName}, by itself
          </caption>
          <thead>
            <tr>
              <th />
              <th>is</th>
              <th>so it is</th>
            </tr>
          </thead>
          <tbody>
            {checks.map(({ what, meant, found, ok }) => (
              <tr key={what}>
                <th scope="row" className="text-left align-baseline font-normal">
                  {HERE_WHAT[what]}
                </th>
                <td className="align-baseline">
                  <span className="figures">{found}</span>
                  {ok !== true && <span className="block text-[0.93rem] text-soft">planned: {meant}</span>}
                </td>
                <td className={`align-baseline ${ok === false ? 'font-semibold text-caution' : ''}`}>
                  {CHECKED[`${ok}`]}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div>
        <p className="text-[0.95rem] text-soft">
          {results.length === 0
            ? 'Nobody has been asked from here yet.'
            : 'Asked from here, three times each'}
        </p>
        <ul className="divide-y divide-line">
          {results.map((result) => {
            const verdict = hereVerdict(result, alive)
            return (
              <li key={result.id} className="py-1.5">
                {hereWords(result, verdict)}{' '}
                <span className={verdict === 'fails' ? 'font-semibold text-caution' : 'text-soft'}>
                  {VERDICT[verdict]}
                </span>
              </li>
            )
          })}
          {services.map(({ id, says, ok }) => (
            <li key={id} className="py-1.5">
              {says}{' '}
              <span className={ok === false ? 'font-semibold text-caution' : 'text-soft'}>
                {VERDICT[ok === null ? 'unsure' : ok ? 'ok' : 'fails']}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </div>
  )
}
