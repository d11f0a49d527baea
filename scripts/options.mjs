import { resolve } from 'node:path'
import { parseArgs } from 'node:util'

/** Data directory and port from flags, else from variables, else the usual ones. */
export function serverOptions() {
  const { values } = parseArgs({
    options: { data: { type: 'string' }, port: { type: 'string' } },
    strict: true,
  })
  const port = Number(values.port ?? process.env.YARD_BEACON_PORT ?? 4318)
  if (!Number.isInteger(port) || port < 1 || port > 65535) {
    console.error(
      `The port is “${values.port ?? process.env.YARD_BEACON_PORT}”. A whole number from 1 to 65535 is expected.`,
    )
    process.exit(2)
  }
  return { port, data: resolve(values.data ?? process.env.YARD_BEACON_DATA ?? '.data') }
}
