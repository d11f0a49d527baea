import { format } from 'date-fns'
import { ACCEPTANCE_WORDS, SOURCE_WORDS } from '~/core/judge/proof'
import type { AcceptanceRow } from '~/core/judge/proof'
import { useFirstRows } from '../hooks/useFirstRows'

/** How many of all promises are kept so far, in a line. */
export function AcceptanceSum({ rows }: { rows: readonly AcceptanceRow[] }) {
  const passed = rows.filter(({ verdict }) => verdict === 'passed')
  const failed = rows.filter(({ verdict }) => verdict === 'failed').length
  const byHand = passed.filter(({ source }) => source === 'typed').length
  return (
    <p>
      <strong className="figures">{passed.length}</strong> of{' '}
      <strong className="figures">{rows.length}</strong> passed
      {byHand > 0 && `, ${byHand} of them only said by hand`}
      {failed > 0 && <span className="font-semibold text-caution">; {failed} failed</span>}.
    </p>
  )
}

/** Everything that is asked for in one table, each with what shows it, by whom and when. On a phone each stands for itself. */
export function AcceptanceSheet({ rows }: { rows: readonly AcceptanceRow[] }) {
  const { shown: firstRows, more } = useFirstRows(rows, 'rows')
  if (rows.length === 0)
    return <p className="sheet px-4 py-5 text-soft">Nothing is asked for yet: there is nothing to accept.</p>
  return (
    <section className="sheet px-2 py-3" aria-label="Acceptance sheet">
      <div className="px-2 pb-2">
        <AcceptanceSum rows={rows} />
      </div>
      <div
        className="max-h-96 overflow-auto print:max-h-none"
        tabIndex={0}
        role="group"
        aria-label="Acceptance, row by row"
      >
        <table className="plain max-md:[&_td]:block max-md:[&_td]:border-0 max-md:[&_td:empty]:hidden max-md:[&_thead]:sr-only max-md:[&_tr]:block max-md:[&_tr]:border-b max-md:[&_tr]:border-line max-md:[&_tr]:py-1.5 [&_td]:px-3 max-md:[&_td]:py-0 [&_th]:px-3">
          <thead>
            <tr>
              <th>Promised</th>
              <th>Verdict</th>
              <th>Shown by</th>
              <th>How, who and when</th>
            </tr>
          </thead>
          <tbody>
            {firstRows.map(({ id, promise, verdict, shown, source, who, at }) => (
              <tr key={id} data-verdict={verdict}>
                <td>{promise}</td>
                <td
                  className={
                    verdict === 'failed' || verdict === 'again'
                      ? 'font-semibold text-caution'
                      : verdict === 'passed'
                        ? 'font-semibold'
                        : 'text-soft'
                  }
                >
                  {ACCEPTANCE_WORDS[verdict]}
                </td>
                <td>{shown}</td>
                <td suppressHydrationWarning className="text-soft">
                  {source &&
                    at &&
                    `${SOURCE_WORDS[source]}, ${who || 'somebody'}, ${format(at, 'd MMM HH:mm')}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {more}
      </div>
    </section>
  )
}
