import { Form, data, redirect, useActionData, useNavigation } from 'react-router'
import { JOBS } from '~/core/guide/jobs'
import type { Problem } from '~/core/lib/outcome'
import { Problems } from '../../components/Problems'
import { ThemeSwitch } from '../../components/ThemeSwitch'
import { useIsHydrated } from '../../hooks/useIsHydrated'
import { demoFacts } from '../../server/sites/demo.server'
import { doWithSites } from '../../server/sites/sites.server'
import { store } from '../../server/sites/store.server'
import { NewSite } from './NewSite'
import { SiteList } from './SiteList'
import type { Route } from './+types/route'

export const loader = () => ({
  sites: store().sites.list(),
  demo: demoFacts(),
  jobs: Object.entries(JOBS).map(([value, { name }]) => ({ value, label: name })),
})

export async function action({ request }: Route.ActionArgs) {
  const result = await doWithSites(await request.formData())
  if (result.kind === 'open') return redirect(`/sites/${result.siteId}/${result.page ?? 'brief'}`)
  if (result.kind === 'problems') return data(result, { status: 400 })
  return result
}

export const meta: Route.MetaFunction = () => [{ title: 'Sites · Yard Beacon' }]

export default function Sites({ loaderData }: Route.ComponentProps) {
  const result = useActionData<typeof action>()
  const ready = useIsHydrated()
  const busy = useNavigation().state !== 'idle'
  const problems: Problem[] = result && 'problems' in result ? result.problems : []
  return (
    <div className="mx-auto flex min-h-dvh max-w-5xl flex-col px-6 pb-10" data-ready={ready || undefined}>
      <div className="neatline mt-4" />
      <header className="flex items-start justify-between border-x border-ink bg-sheet px-6 py-5">
        <div>
          <h1 className="text-3xl">Yard Beacon</h1>
          <p className="mt-1 max-w-xl text-soft">
            Plan the networks on paper, stage the devices on the bench, prove the site by measurement, hand
            over the record.
          </p>
        </div>
        <ThemeSwitch />
      </header>
      <main className="contours flex-1 border-x border-ink px-6 py-6">
        <h2 className="mb-2">Sites</h2>
        {result && 'removed' in result && (
          <div role="status" className="sheet mb-3 flex items-center justify-between px-3 py-2">
            <span>“{result.removed.name}” is put away.</span>
            <Form method="post">
              <input type="hidden" name="intent" value="restore" />
              <input type="hidden" name="siteId" value={result.removed.id} />
              <button className="button">Undo</button>
            </Form>
          </div>
        )}
        <Problems problems={problems} title="Not taken. Nothing was changed." />
        <SiteList sites={loaderData.sites} />
        <NewSite busy={busy} demo={loaderData.demo} jobs={loaderData.jobs} />
      </main>
      <div className="neatline" />
      <footer className="caption pt-2">
        Radio, mains, ladders and masts: local codes and licensed people decide.
      </footer>
    </div>
  )
}
