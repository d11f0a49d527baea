import { StageHead } from '../../components/StageHead'
import { countryChoices } from '../../server/derived/countries.server'
import { reachOf } from '../../server/derived/reach.server'
import { store } from '../../server/sites/store.server'
import { Areas } from './Areas'
import { BriefForm } from './BriefForm'
import { History } from './History'
import { NextSteps } from './NextSteps'
import { RequirementMatrix } from './RequirementMatrix'
import { useSite } from '../../hooks/useSite'
import type { Route } from './+types/route'

export const loader = ({ params }: Route.LoaderArgs) => ({
  history: store().edits.history(params.siteId, 12),
  matrix: reachOf(params.siteId),
  countries: countryChoices,
})

export default function Brief({ loaderData }: Route.ComponentProps) {
  const { site } = useSite()
  return (
    <>
      <StageHead
        title="Brief"
        says="What comes into the site, where it is, and what must be known before the first address."
      />
      <div className="grid gap-5 @3xl:grid-cols-[3fr_2fr]">
        <BriefForm header={site} countries={loaderData.countries} />
        <div className="space-y-5">
          <NextSteps />
          <History entries={loaderData.history} />
        </div>
      </div>
      <div className="mt-5 space-y-5">
        <RequirementMatrix cells={loaderData.matrix} />
        <Areas />
      </div>
    </>
  )
}
