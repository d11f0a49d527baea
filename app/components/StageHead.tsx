import { ArrowRight } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link, useSearchParams } from 'react-router'
import { useSite } from '../hooks/useSite'

/** The head of a stage: its name, what it is for in one line, what can be done here, and what to do next. */
export function StageHead({ title, says, children }: { title: string; says: string; children?: ReactNode }) {
  return (
    <header className="mb-4 border-b border-ink pb-2">
      <div className="flex items-end justify-between gap-4 max-md:flex-wrap">
        <div>
          <h1>{title}</h1>
          <p className="text-soft">{says}</p>
        </div>
        {children && <div className="no-print flex shrink-0 gap-2 max-md:shrink">{children}</div>}
      </div>
      <NextStepLine title={title} />
    </header>
  )
}

/** What to do next here, from the state of the work. */
function NextStepLine({ title }: { title: string }) {
  const { next, progress } = useSite()
  const [search] = useSearchParams()
  const stage = progress.find(({ name }) => name === title)?.stage
  if (!stage) return null
  const { says, stage: goal, findingId } = next[stage]
  const opened = new URLSearchParams(search)
  opened.set('panel', 'findings')
  if (findingId) opened.set('finding', findingId)
  return (
    <p className="no-print mt-1.5 flex items-baseline gap-2" data-next>
      <ArrowRight size={15} aria-hidden className="shrink-0 self-center" />
      <span>
        <span className="font-semibold">To do: </span>
        {says}{' '}
        {goal && (
          <Link className="underline underline-offset-4" to={`../${goal}`}>
            Go there
          </Link>
        )}
        {findingId && (
          <Link className="underline underline-offset-4" to={`?${opened}`} preventScrollReset>
            Open it
          </Link>
        )}
      </span>
    </p>
  )
}
