/** From a bare clone to the running demo. Flags: --data DIR, --port N. Node built-ins only. */
import { bin, build, install, run } from './setup.mjs'
import { serverOptions } from './options.mjs'

const { data, port } = serverOptions()
install()
build()
run(bin('tsx'), ['demo/seed.ts', data])
console.log(`\nYard Beacon is at http://127.0.0.1:${port}\nIts data is in ${data}. Stop it with ctrl c.\n`)
await import('./serve.mjs')
