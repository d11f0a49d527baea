import { TriangleAlert } from 'lucide-react'
import type { Problem } from '~/core/lib/outcome'
import { pathText } from '~/core/lib/outcome'
import { StaleStates } from './StaleStates'

/** Everything that is wrong with what was sent, each with its place and sentence. */
export function Problems({ problems, title }: { problems: Problem[] | undefined; title?: string }) {
  if (!problems || problems.length === 0) return null
  return (
    <div role="alert" className="border-l-4 border-caution bg-caution-wash px-3 py-2">
      <p className="flex items-center gap-2 font-semibold">
        <TriangleAlert size={16} aria-hidden /> {title ?? 'Not saved. Nothing was changed.'}
      </p>
      <ul className="mt-1 space-y-0.5">
        {problems.map((problem, i) => {
          const where = pathText(problem.path)
          return (
            <li key={i}>
              {where && !problem.message.startsWith(where) && <span className="figures">{where}: </span>}
              {problem.message}
            </li>
          )
        })}
      </ul>
      <StaleStates problems={problems} />
    </div>
  )
}
