import { Link, data, useSearchParams } from 'react-router'
import { guidePage, isJobId, topologyOf } from '~/core/guide/jobs'
import { ThemeSwitch } from '../../components/ThemeSwitch'
import { List, Methods, Part, Reasons } from '../jobs/one/Part'
import { TopologyView } from '../jobs/one/TopologyView'
import type { Route } from './+types/route'

export function loader({ params }: Route.LoaderArgs) {
  if (!isJobId(params.jobId))
    throw data(`The guide has no page “${params.jobId}”. Every job links to its own.`, { status: 404 })
  const { example, ...page } = guidePage(params.jobId)
  const { after, reasons, steps, cautions, tests, methods, edits } = example.made
  return {
    id: params.jobId,
    page,
    topology: edits.length > 0 ? topologyOf(after, example.before) : null,
    vlanNames: after.networks.map(({ vlanId, name }): [number, string] => [vlanId, name]),
    reasons,
    steps,
    cautions,
    tests,
    methods,
  }
}

export const meta: Route.MetaFunction = ({ data: shown }) => [
  { title: `${(shown as { page: { name: string } } | undefined)?.page.name ?? 'Guide'} · Yard Beacon` },
]

/** How a job is done: for whoever does it, with or without the program. */
export default function Guide({ loaderData }: Route.ComponentProps) {
  const { id, page, topology, vlanNames, reasons, steps, cautions, tests, methods } = loaderData
  const [search] = useSearchParams()
  const siteId = search.get('site')
  return (
    <div className="mx-auto max-w-5xl px-6 pb-10" data-ready>
      <div className="neatline mt-4" />
      <header className="flex items-start justify-between gap-4 border-x border-b border-ink bg-sheet px-6 py-4">
        <div>
          <p className="caption">How it is done</p>
          <h1>{page.name}</h1>
          <p className="text-soft">{page.says}</p>
        </div>
        <div className="no-print flex shrink-0 gap-2">
          {siteId && /^[\w-]+$/.test(siteId) ? (
            <Link className="button" to={`/sites/${siteId}/jobs/${id}`}>
              Back to the job
            </Link>
          ) : (
            <Link className="button" to="/">
              All sites
            </Link>
          )}
          <ThemeSwitch />
        </div>
      </header>
      <main className="space-y-5 pt-5">
        <Part title="When">
          <p>{page.when}</p>
          <p className="mt-2 font-medium">Take along</p>
          <List items={page.take} />
        </Part>
        {topology && (
          <Part title="What comes of it, with every answer as suggested">
            <TopologyView topology={topology} vlanNames={new Map(vlanNames)} />
          </Part>
        )}
        <Part title="What is asked">
          <ul className="space-y-1">
            {page.questions.map(({ asks, hint, accepts }) => (
              <li key={asks}>
                <span className="font-medium">{asks}</span> {accepts}.{' '}
                {hint && <span className="text-soft">{hint}</span>}
              </li>
            ))}
          </ul>
        </Part>
        {methods.length > 0 && (
          <Part title="Methods, and what each costs">
            <Methods choices={methods.flatMap(({ taken, others }) => [taken, ...others])} />
          </Part>
        )}
        <Part title="The order of the work">
          <List items={steps} isOrdered />
        </Part>
        <Part title="Worked out in the example">
          <Reasons reasons={reasons} />
        </Part>
        {cautions.length > 0 && (
          <Part title="Cautions" isCaution>
            <List items={cautions} />
          </Part>
        )}
        <Part title="What goes wrong, and the way out">
          <ul className="space-y-1">
            {page.mistakes.map(({ code, mistake, todo }) => (
              <li key={code}>
                <span className="figures">{code}</span> <span className="font-medium">{mistake}.</span> {todo}
              </li>
            ))}
          </ul>
        </Part>
        <Part title="What proves it">
          <List items={tests} />
        </Part>
      </main>
    </div>
  )
}
