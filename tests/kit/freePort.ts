import { createServer } from 'node:net'
import type { AddressInfo } from 'node:net'

/** A port of the loopback address that nobody listens on just now. */
export const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo
      probe.close(() => resolve(port))
    })
  })
