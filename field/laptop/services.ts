import { Resolver } from 'node:dns/promises'
import { createSocket } from 'node:dgram'
import { connect } from 'node:net'
import { isHostName } from '~/core/judge/proof'
import type { ServiceAnswer, ServiceTest } from '~/core/judge/proof'
import { isIp } from '~/core/network/addressing'
import type { Ip } from '~/core/plan'

/** So long an answer may take. */
const PATIENCE_MS = 2000

/** Ports that the laptop may be told to use in place of the well-known ones; for tests. */
export interface Ports {
  dns: number
}

/** Asks a server for what it is there for. Only IPv4 addresses, whole ports and host names are ever sent. */
export function askService(test: ServiceTest, { dns }: Ports = { dns: 53 }): Promise<ServiceAnswer> {
  if (test.kind === 'name') return lookUp(test.server, test.name, dns)
  if (!isIp(test.ip)) throw new RangeError(`not an IPv4 address: ${JSON.stringify(test.ip)}`)
  return test.protocol === 'tcp' ? tryTcp(test.ip, test.port) : tryUdp(test.ip, test.port)
}

async function lookUp(server: Ip, name: string, port: number): Promise<ServiceAnswer> {
  if (!isIp(server)) throw new RangeError(`not an IPv4 address: ${JSON.stringify(server)}`)
  if (!isHostName(name)) throw new RangeError(`not a host name: ${JSON.stringify(name)}`)
  const resolver = new Resolver({ timeout: PATIENCE_MS, tries: 2 })
  resolver.setServers([`${server}:${port}`])
  try {
    const [ip = null] = await resolver.resolve4(name)
    return { answered: ip !== null, ip }
  } catch {
    return { answered: false, ip: null }
  }
}

const said = (answered: boolean | null): ServiceAnswer => ({ answered, ip: null })

const tryTcp = (host: Ip, port: number): Promise<ServiceAnswer> =>
  new Promise((resolve) => {
    const socket = connect({ host, port, timeout: PATIENCE_MS })
    const end = (answered: boolean) => {
      socket.destroy()
      resolve(said(answered))
    }
    socket.once('connect', () => end(true))
    socket.once('timeout', () => end(false))
    socket.once('error', () => end(false))
  })

/** A closed port is refused by its host (RFC 1122 section 4.1.3.1); silence says nothing. */
const tryUdp = (host: Ip, port: number): Promise<ServiceAnswer> =>
  new Promise((resolve) => {
    const socket = createSocket('udp4')
    const end = (answered: boolean | null) => {
      clearTimeout(timer)
      socket.close()
      resolve(said(answered))
    }
    const timer = setTimeout(() => end(null), PATIENCE_MS)
    socket.once('error', () => end(false))
    socket.once('message', () => end(true))
    socket.connect(port, host, () => socket.send(new Uint8Array([0])))
  })
