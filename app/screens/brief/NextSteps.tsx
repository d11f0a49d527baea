import { Link } from 'react-router'
import { useSite } from '../../hooks/useSite'

/** The order of the work with how far it is: the answer to "what now?". */
export function NextSteps() {
  const { progress } = useSite()
  const next = progress.find(({ done }) => !done)
  return (
    <section className="sheet contours p-4">
      <h2>Where the work stands</h2>
      <ol className="mt-2 space-y-1">
        {progress.map(({ stage, name, says, done }) => (
          <li key={stage} className="flex justify-between gap-3">
            <Link
              to={`../${stage}`}
              className={`underline-offset-4 hover:underline ${stage === next?.stage ? 'font-semibold' : ''}`}
            >
              {name}
            </Link>
            <span className="text-soft">
              {says}
              {done ? ', done' : stage === next?.stage ? ', next' : ''}
            </span>
          </li>
        ))}
      </ol>
      <p className="caption mt-3">
        Ladders, roofs and masts take two people. Mains belong to an electrician. Channel, power and country
        setting are law: check yours.
      </p>
    </section>
  )
}
