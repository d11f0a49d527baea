import { randomBytes } from 'node:crypto'
import { PassThrough } from 'node:stream'
import { createReadableStreamFromReadable } from '@react-router/node'
import { isbot } from 'isbot'
import { renderToPipeableStream } from 'react-dom/server'
import { ServerRouter } from 'react-router'
import type { EntryContext } from 'react-router'
import { NonceContext } from './nonce'

/** A page may wait for the record of a large site. */
const GIVE_UP_MS = 65_000
export const streamTimeout = 60_000

/** Everything from this server, scripts only with this page's nonce, no frames. */
function contentSecurityPolicy(nonce: string): string {
  const connect = import.meta.env.DEV ? "'self' ws://127.0.0.1:*" : "'self'"
  return [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}'`,
    import.meta.env.DEV ? "style-src 'self' 'unsafe-inline'" : `style-src 'self' 'nonce-${nonce}'`,
    // Charts and tooltips are placed by style attributes; they carry no code.
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "worker-src 'self'",
    `connect-src ${connect}`,
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join('; ')
}

export function securityHeaders(headers: Headers, nonce: string): void {
  headers.set('Content-Security-Policy', contentSecurityPolicy(nonce))
  headers.set('X-Content-Type-Options', 'nosniff')
  headers.set('Referrer-Policy', 'same-origin')
  headers.set('Cache-Control', 'no-store')
}

export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
): Promise<Response> {
  const nonce = randomBytes(16).toString('base64')
  securityHeaders(headers, nonce)
  return new Promise((resolve, reject) => {
    const wholePage = isbot(request.headers.get('user-agent') ?? '') || context.isSpaMode
    const send = () => {
      const body = new PassThrough()
      headers.set('Content-Type', 'text/html; charset=utf-8')
      resolve(new Response(createReadableStreamFromReadable(body), { headers, status }))
      pipe(body)
    }
    const { pipe, abort } = renderToPipeableStream(
      <NonceContext value={nonce}>
        <ServerRouter context={context} url={request.url} nonce={nonce} />
      </NonceContext>,
      {
        nonce,
        ...(wholePage ? { onAllReady: send } : { onShellReady: send }),
        onShellError: (error) => reject(error instanceof Error ? error : new Error(String(error))),
        onError: (error) => console.error(error),
      },
    )
    setTimeout(abort, GIVE_UP_MS)
  })
}

/** The reason of a fault goes to the server's own console, never to the page. */
export function handleError(error: unknown, { request }: { request: Request }): void {
  if (!request.signal.aborted) console.error(error)
}
