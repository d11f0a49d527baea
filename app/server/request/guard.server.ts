import type { MiddlewareFunction } from 'react-router'

/** Most that any request may bring: a site file of 5000 records per list is well below it. */
const MOST_UPLOAD_BYTES = 20 * 1024 * 1024
/** A larger body is read to its end and thrown away, up to here, so that the refusal reaches the browser. */
const MOST_DRAINED_BYTES = 256 * 1024 * 1024

/** The names this server goes by. Any other would be a page elsewhere that had its name pointed here. */
const OWN_NAMES = new Set(['127.0.0.1', 'localhost', '[::1]'])

/** Only pages of this very server may ask and post, and only so much. Holds for every route. */
export const guard: MiddlewareFunction<Response> = async ({ request }, next) => {
  if (!OWN_NAMES.has(nameOf(request)))
    return refuse(421, 'This server answers on this machine only, at 127.0.0.1 or localhost.')
  if (request.method === 'GET' || request.method === 'HEAD') return next()
  if (!fromHere(request))
    return refuse(403, 'This request comes from another site, so it was not carried out.')
  const length = Number(request.headers.get('content-length') ?? 0)
  if (request.headers.has('transfer-encoding'))
    return refuse(411, 'The request does not say how long it is, so it was not taken.')
  if (length > MOST_UPLOAD_BYTES) {
    await drain(request)
    return refuse(413, tooLarge(length))
  }
  return next()
}

const tooLarge = (bytes: number): string =>
  `The file has ${Math.max(1, Math.round(bytes / 1048576))} MB; at most ${MOST_UPLOAD_BYTES / 1048576} MB are taken. Nothing was changed.`

/** The name the browser asked for. */
function nameOf(request: Request): string {
  const asked = `http://${request.headers.get('host') ?? new URL(request.url).host}`
  return URL.canParse(asked) ? new URL(asked).hostname : ''
}

/** The Origin header when the browser sends one, else what it says about the fetch. */
function fromHere(request: Request): boolean {
  const origin = request.headers.get('origin')
  const host = request.headers.get('host')
  if (origin !== null) return URL.canParse(origin) && new URL(origin).host === host
  const site = request.headers.get('sec-fetch-site')
  return site === null ? false : site === 'same-origin' || site === 'none'
}

async function drain(request: Request): Promise<void> {
  const reader = request.body?.getReader()
  let seen = 0
  while (reader && seen < MOST_DRAINED_BYTES) {
    const { done, value } = await reader.read()
    if (done) return
    seen += value.byteLength
  }
}

const refuse = (status: number, message: string): Response =>
  Response.json({ ok: false, problems: [{ path: [], code: `http.${status}`, message }] }, { status })
