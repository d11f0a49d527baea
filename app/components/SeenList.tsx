import { format } from 'date-fns'
import { Trash2 } from 'lucide-react'
import { useObserve } from '../hooks/useObserve'
import { SOURCE_WORDS } from '~/core/judge/proof'
import { useSite } from '../hooks/useSite'
import type { JudgedObservation } from '../server/proof/observations.server'

/** What was seen, by whom, where and when, with its verdict against the plan as it is now. */
export function SeenList({ seen, isRecord = false }: { seen: JudgedObservation[]; isRecord?: boolean }) {
  const { revision } = useSite()
  const { takeBack, busy } = useObserve()
  if (seen.length === 0) return null
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="What was seen">
      <table className="plain [&_td]:px-3 [&_th]:px-3">
        <thead>
          <tr>
            <th>Seen</th>
            <th>Against the plan</th>
            <th>Where</th>
            <th>How</th>
            <th>Who</th>
            <th>When</th>
            <th>Revision</th>
            {!isRecord && <th className="no-print">Take back</th>}
          </tr>
        </thead>
        <tbody>
          {seen.map((one) => (
            <tr key={one.id}>
              <td>{one.verdict.says}</td>
              <td className={one.verdict.ok === false ? 'font-semibold text-caution' : ''}>
                {one.verdict.ok === null
                  ? 'nothing asked'
                  : one.verdict.ok
                    ? 'as it must be'
                    : 'not as it must be'}
              </td>
              <td>{one.place || '–'}</td>
              <td>{SOURCE_WORDS[one.source]}</td>
              <td>{one.who}</td>
              <td suppressHydrationWarning className="whitespace-nowrap">
                {format(one.at, 'd MMM HH:mm')}
              </td>
              <td className="figures">
                {one.revision}
                {one.revision !== revision && <span className="caption"> (now {revision})</span>}
              </td>
              {!isRecord && (
                <td className="no-print">
                  <button
                    type="button"
                    className="button button-quiet"
                    disabled={busy}
                    aria-label={`Take back: ${one.verdict.says}`}
                    onClick={() => takeBack(one.id)}
                  >
                    <Trash2 size={15} aria-hidden />
                  </button>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
