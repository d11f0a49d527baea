import { Link } from 'react-router'
import { JOBS } from '~/core/guide/jobs'
import { useSite } from '../../hooks/useSite'
import { StageHead } from '../../components/StageHead'
import type { Route } from './+types/route'

export const loader = () => ({
  jobs: Object.entries(JOBS).map(([id, { name, says }]) => ({ id, name, says })),
})

/** Pieces of work to choose from; each asks a few questions and works the rest out. */
export default function Jobs({ loaderData }: Route.ComponentProps) {
  const { id: siteId } = useSite()
  return (
    <>
      <StageHead
        title="Jobs"
        says="What is to be done? A few questions, and the plan is worked out. Undo takes it back."
      />
      <ol className="grid gap-3 @2xl:grid-cols-2 @5xl:grid-cols-3">
        {loaderData.jobs.map(({ id, name, says }, i) => (
          <li key={id} className="sheet flex gap-3 p-3">
            <span
              aria-hidden
              className="grid size-[27px] shrink-0 place-items-center border border-ink figures text-[0.86rem]"
            >
              {i + 1}
            </span>
            <div className="min-w-0">
              <Link className="font-semibold underline underline-offset-4" to={id}>
                {name}
              </Link>
              <p className="caption">{says}</p>
              <Link
                className="text-[0.86rem] underline underline-offset-4"
                to={`/guide/${id}?site=${siteId}`}
              >
                How it is done
                <span className="sr-only">: {name}</span>
              </Link>
            </div>
          </li>
        ))}
      </ol>
    </>
  )
}
