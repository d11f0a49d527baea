import { Link, data } from 'react-router'
import type { ShouldRevalidateFunctionArgs } from 'react-router'
import { JOBS, isJobId } from '~/core/guide/jobs'
import { StageHead } from '../../../components/StageHead'
import { useSite } from '../../../hooks/useSite'
import { countryChoices } from '../../../server/derived/countries.server'
import { siteOr404 } from '../../../server/derived/siteState.server'
import { shownJob } from '../../../server/plan/job.server'
import { onlyAsks } from '../../frame/posting'
import { Done } from './Done'
import { Preview } from './Preview'
import { Questions } from './Questions'
import { useJob } from './useJob'
import type { Route } from './+types/route'

export function loader({ params }: Route.LoaderArgs) {
  const { siteId, jobId } = params
  if (!isJobId(jobId)) throw data(`There is no job “${jobId}”. The page Jobs lists them.`, { status: 404 })
  const { name, says } = JOBS[jobId]
  return {
    jobId,
    name,
    says,
    shown: shownJob(JOBS[jobId], siteOr404(siteId).site, {}),
    countries: countryChoices,
  }
}

/** What an answer makes is shown by the answer itself. */
export const shouldRevalidate = ({ formAction, defaultShouldRevalidate }: ShouldRevalidateFunctionArgs) =>
  onlyAsks(formAction) ? false : defaultShouldRevalidate

export default function JobPage({ loaderData }: Route.ComponentProps) {
  return <OneJob key={loaderData.jobId} {...loaderData} />
}

function OneJob({ jobId, name, says, shown: first, countries }: Route.ComponentProps['loaderData']) {
  const { id, site } = useSite()
  const job = useJob(jobId, name, first)
  const { made } = job.shown
  return (
    <>
      <StageHead title={name} says={says}>
        <Link className="button" to={`/guide/${jobId}?site=${id}`}>
          How it is done
        </Link>
        <Link className="button" to="..">
          All jobs
        </Link>
      </StageHead>
      {job.isMade ? (
        <Done name={name} tests={made?.tests ?? []} onAgain={job.again} />
      ) : (
        <div className="grid items-start gap-5 @4xl:grid-cols-[minmax(20rem,2fr)_5fr]">
          <Questions job={job} countries={countries} />
          {made ? (
            <Preview before={site} made={made} isStale={job.isAsking} />
          ) : (
            <p className="sheet p-4 text-soft">
              What it would make is shown here, as soon as the answers fit.
            </p>
          )}
        </div>
      )}
    </>
  )
}
