import { Suspense, lazy } from 'react'
import type { ComponentType } from 'react'

/**
 * A part of a page that is loaded when it is first drawn: charts, dialogs, readers of files. Where it cannot be loaded it says
 * so in its place, and the page goes on.
 */
export function later<P extends object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  const Part = lazy(async () => ({ default: await load().catch(() => NotLoaded as ComponentType<P>) }))
  const Later = (props: P) => (
    <Suspense fallback={<Loading />}>
      <Part {...props} />
    </Suspense>
  )
  return Later
}

const Loading = () => (
  <p role="status" className="text-soft">
    Loading…
  </p>
)

const NotLoaded = () => (
  <p role="alert" className="text-caution">
    This part could not be loaded. Load the page again; what you had saved is safe.
  </p>
)
