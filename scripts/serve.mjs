/** Serves the built application on this machine only. Flags: --data DIR, --port N. */
import { statSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { serverOptions } from './options.mjs'
import { root } from './setup.mjs'

const { port, data } = serverOptions()
await mustBeFree(port)
Object.assign(process.env, { NODE_ENV: 'production', YARD_BEACON_DATA: data })
process.chdir(root)

// Only now: what they bring along looks at NODE_ENV when it is loaded.
const { createRequestHandler } = await import('@react-router/express')
const { default: express } = await import('express')
const { default: sirv } = await import('sirv')

const build = await import(pathToFileURL(join(root, 'build', 'server', 'index.js')).href)
const client = join(root, 'build', 'client')

/** When what is served was built; undefined while a build is under way. */
const builtMs = () => statSync(join(root, 'build', 'server', 'index.js'), { throwIfNoEntry: false })?.mtimeMs
const servedMs = builtMs()
const BUILT_ANEW = 'Yard Beacon was built anew while it ran. Stop it and start it again; nothing is lost.\n'

/** A thread runs this server's own scripts and compiled kernels, and speaks with nobody else. */
const WORKER_POLICY =
  "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'; base-uri 'none'"

/**
 * Files as the build packed them; pages as they are: nothing goes further than this machine, where packing costs more than it
 * saves.
 */
express()
  .disable('x-powered-by')
  .use((_request, answer, next) =>
    builtMs() === servedMs ? next() : answer.status(503).type('text/plain').send(BUILT_ANEW),
  )
  .use(
    '/assets',
    sirv(join(client, 'assets'), {
      brotli: true,
      gzip: true,
      immutable: true,
      maxAge: 31_536_000,
      setHeaders: (answer, path) => {
        if (path.includes('.worker-')) answer.setHeader('Content-Security-Policy', WORKER_POLICY)
      },
    }),
  )
  .use(sirv(client, { brotli: true, gzip: true, maxAge: 3600 }))
  .all('*', createRequestHandler({ build, mode: 'production' }))
  .listen(port, '127.0.0.1', () => console.log(`Listening on http://127.0.0.1:${port}`))

function mustBeFree(wanted) {
  return new Promise((resolve) => {
    const probe = createServer()
    probe.once('error', () => {
      console.error(`Port ${wanted} is taken. Give another one with --port.`)
      process.exit(1)
    })
    probe.listen(wanted, '127.0.0.1', () => probe.close(resolve))
  })
}
