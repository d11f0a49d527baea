/** Serves the built application on this machine only. Flags: --data DIR, --port N. */
import { createServer } from 'node:net'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { serverOptions } from './options.mjs'
import { root } from './setup.mjs'

const { port, data } = serverOptions()
await mustBeFree(port)
Object.assign(process.env, {
  NODE_ENV: 'production',
  HOST: '127.0.0.1',
  PORT: String(port),
  YARD_BEACON_DATA: data,
})
process.chdir(root)

const require = createRequire(import.meta.url)
const serve = join(require.resolve('@react-router/serve/package.json'), '..', 'bin.js')
process.argv = [process.execPath, serve, join(root, 'build', 'server', 'index.js')]
await import(pathToFileURL(serve).href)

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
