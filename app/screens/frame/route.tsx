import { useEffect, useState } from 'react'
import { Outlet, data, isRouteErrorResponse, useFetchers } from 'react-router'
import type { ShouldRevalidateFunctionArgs } from 'react-router'
import { Problem } from '../../components/Problem'
import { FindingsDrawer } from './FindingsDrawer'
import { KeysDialog } from './KeysDialog'
import { isPosting, notePosting, onlyAsks } from './posting'
import { WhoQuestion } from './Who'
import { WorkSteps } from './WorkSteps'
import { LogLine } from './LogLine'
import { Palette } from './Palette'
import { Toasts } from '../../components/Toasts'
import { useOfOutbox } from '../../outbox/useOutbox'
import { TopBar } from './TopBar'
import { useFrameKeys } from './useFrameKeys'
import { usePanel } from '../../hooks/usePanel'
import { later } from '../../components/later'
import { useIsHydrated } from '../../hooks/useIsHydrated'
import { useSite } from '../../hooks/useSite'
import { outboxKeeper } from '../../outbox/keeper'
import { isOnTheWay } from '../../outbox/outbox'
import { siteFrame } from '../../server/derived/frame.server'
import { openedFrame } from '../../wire/frames'
import type { PackedFrame, SiteFrame } from '../../wire/frames'
import { changedFrame, holdFrame } from '../../wire/heldFrame'
import type { Route } from './+types/route'

const FollowPanel = later(() => import('./FollowPanel').then((part) => part.FollowPanel))

export const loader = ({ params, request }: Route.LoaderArgs) =>
  data(siteFrame(params.siteId, new URL(request.url).searchParams))

/** A page that has the frame of an earlier revision is told what has changed since. */
export const clientLoader = async ({ params, request, serverLoader }: Route.ClientLoaderArgs) =>
  (await changedFrame(params.siteId, request)) ?? openedFrame(await serverLoader())

/** The outbox is told what is on screen: what the plan there has by now is no longer on its way. */
function useShown(): void {
  const frame = useSite()
  const { id: siteId, revision } = frame
  useEffect(() => holdFrame(frame), [frame])
  useEffect(() => () => holdFrame(null), [])
  useEffect(() => outboxKeeper.tell({ kind: 'show', shown: { siteId, revision } }), [siteId, revision])
  useEffect(() => () => outboxKeeper.tell({ kind: 'show', shown: null }), [])
}

/** Forms that do not go by the outbox: what they send is on its way until the page has read the plan again. */
function usePosting(): void {
  const isOn = useFetchers().some(
    ({ state, formMethod }) => state !== 'idle' && formMethod !== undefined && formMethod !== 'GET',
  )
  useEffect(() => notePosting(isOn), [isOn])
}

/** What keeps an eye on the plan and draws nothing: a parcel that goes or comes draws no page anew. */
function Watch() {
  useShown()
  usePosting()
  return null
}

/** What was done last that nothing else on the page shows. */
function News() {
  const last = useOfOutbox(({ answers }) =>
    answers.findLast(({ door, answer }) => door === 'step' && answer.ok),
  )
  const answer = last?.answer.ok ? last.answer : null
  const says =
    typeof answer?.label === 'string'
      ? `${answer.way === 'redo' ? 'Made again' : 'Taken back'}: ${answer.label}`
      : null
  return <Toasts news={last && says !== null ? { id: last.id, says } : null} />
}

/** Choosing a port or opening a panel asks the server nothing; a frame to follow, an edit or another stage does. */
export function shouldRevalidate({
  currentUrl,
  nextUrl,
  currentParams,
  formMethod,
  formAction,
  defaultShouldRevalidate,
}: ShouldRevalidateFunctionArgs) {
  if (onlyAsks(formAction)) return false
  // To look at something else breaks the reading of a plan off, so the look has to bring the plan itself.
  const isChanging = isPosting() || isOnTheWay(outboxKeeper.now(), currentParams.siteId ?? '')
  const asksTheSame = ['from', 'to'].every(
    (name) => currentUrl.searchParams.get(name) === nextUrl.searchParams.get(name),
  )
  const onlyLooks = formMethod === undefined && currentUrl.pathname === nextUrl.pathname && asksTheSame
  return onlyLooks && !isChanging && currentUrl.search !== nextUrl.search ? false : defaultShouldRevalidate
}

export const meta: Route.MetaFunction = ({ data: frame }) => [
  {
    title: frame ? `${openedFrame(frame as PackedFrame | SiteFrame).site.name} · Yard Beacon` : 'Yard Beacon',
  },
]

export default function Frame() {
  const { panel } = usePanel()
  const ready = useIsHydrated()
  const [overlay, setOverlay] = useState<'palette' | 'keys' | null>(null)
  useFrameKeys(setOverlay)
  return (
    <div className="flex h-dvh flex-col print:block print:h-auto" data-ready={ready || undefined}>
      <Watch />
      <TopBar onPalette={() => setOverlay('palette')} onKeys={() => setOverlay('keys')} />
      <WhoQuestion />
      <div className="flex min-h-0 flex-1 max-md:flex-col print:block">
        <WorkSteps />
        <main
          className="@container relative min-w-0 flex-1 overflow-y-auto px-5 py-4 print:overflow-visible"
          tabIndex={-1}
        >
          <Outlet />
        </main>
        {panel === 'findings' && <FindingsDrawer />}
        {panel === 'follow' && <FollowPanel />}
      </div>
      <LogLine />
      <News />
      <Palette open={overlay === 'palette'} onClose={() => setOverlay(null)} />
      <KeysDialog open={overlay === 'keys'} onClose={() => setOverlay(null)} />
    </div>
  )
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const said = isRouteErrorResponse(error) && typeof error.data === 'string' ? error.data : null
  if (!said) throw error
  return <Problem title="Nothing charted here" says={said} />
}
