/** The paper thread from its source, for where nothing has been built: development, tests, benchmarks. */
import { register } from 'tsx/esm/api'

register()
await import('./worker.ts')
