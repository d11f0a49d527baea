import { useRevalidator } from 'react-router'
import type { Problem } from '~/core/lib/outcome'
import { fieldWords } from './fieldWords'

/** Where two people changed one thing: what it was, what it is by now, and what you wanted; and the way to the new plan. */
export function StaleStates({ problems }: { problems: Problem[] }) {
  const { revalidate, state } = useRevalidator()
  if (!problems.some(({ code }) => code === 'stale')) return null
  const rows = problems.flatMap(({ states }) => states ?? [])
  return (
    <div className="mt-1 space-y-2">
      {rows.length > 0 && (
        <table className="plain text-[0.92rem] [&_td]:pr-4 [&_th]:pr-4">
          <thead>
            <tr>
              <th>Field</th>
              <th>As you saw it</th>
              <th>Now</th>
              <th>Yours</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ field, was, now, yours }, i) => (
              <tr key={i}>
                <td>{fieldWords(field)}</td>
                <td className="figures text-soft">{was || '–'}</td>
                <td className="figures">{now || '–'}</td>
                <td className="figures">{yours || '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <button type="button" className="button" disabled={state !== 'idle'} onClick={() => void revalidate()}>
        Look at the plan as it is now
      </button>
    </div>
  )
}
