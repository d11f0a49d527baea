import { use } from 'react'
import {
  Links,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  isRouteErrorResponse,
  useRouteLoaderData,
} from 'react-router'
import type { ShouldRevalidateFunctionArgs } from 'react-router'
import type { Route } from './+types/root'
import { Problem } from './components/Problem'
import { TipProvider } from './components/Tooltip'
import { NonceContext } from './nonce'
import { useSender } from './outbox/useSender'
import { guard } from './server/request/guard.server'
import { themeOf } from './server/request/theme.server'
import styles from './theme/app.css?url'

export const middleware: Route.MiddlewareFunction[] = [guard]

export const loader = async ({ request }: Route.LoaderArgs) => ({ theme: await themeOf(request) })

/** Only the switch of themes changes what is read here. */
export const shouldRevalidate = ({ formAction }: ShouldRevalidateFunctionArgs) =>
  formAction?.startsWith('/theme') ?? false

export const meta: Route.MetaFunction = () => [{ title: 'Yard Beacon' }]

export function Layout({ children }: { children: React.ReactNode }) {
  const nonce = use(NonceContext)
  const root = useRouteLoaderData<typeof loader>('root')
  return (
    <html lang="en" data-theme={root?.theme ?? 'day'}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        {/* Before the scripts, which would be asked for first otherwise: nothing is shown without it. */}
        <link rel="stylesheet" href={styles} />
        <link rel="icon" href="/beacon.svg" type="image/svg+xml" />
        <Meta />
        <Links nonce={nonce} />
      </head>
      <body>
        {children}
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  )
}

export default function Root() {
  useSender()
  return (
    <TipProvider>
      <Outlet />
    </TipProvider>
  )
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const said = isRouteErrorResponse(error) && typeof error.data === 'string' ? error.data : null
  const missing = isRouteErrorResponse(error) && error.status === 404
  return (
    <Problem
      title={missing ? 'Nothing charted here' : 'Something went wrong'}
      says={said ?? 'The program met a fault. What you had saved is safe; the server’s console says more.'}
    />
  )
}
