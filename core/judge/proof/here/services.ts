import { attachmentOf } from '../../../network/layer2'
import { aimNetworkId, networkOf } from '../../../plan'
import type { Id, Ip, Site } from '../../../plan'
import type { ServiceSeen } from '../kinds/services'

/** A server to be asked from here for what it is there for, not just whether it is alive. */
export type ServiceTest =
  | { id: string; kind: 'name'; server: Ip; name: string }
  | { id: string; kind: 'port'; deviceId: Id; label: string; ip: Ip; port: number; protocol: 'tcp' | 'udp' }

/** answered: true, false; null: it said nothing, and that proves neither. `ip`: the address that a name has. */
export interface ServiceAnswer {
  answered: boolean | null
  ip: Ip | null
}

/** A controller's page. Common practice, no source. */
const PAGE = { port: 443, protocol: 'tcp' } as const
/** Source: RFC 2865 section 3. */
const RADIUS = { port: 1812, protocol: 'udp' } as const

/** A host name as RFC 1123 section 2.1 has it. */
const NAME = /^(?=.{1,253}$)[a-z\d](?:[a-z\d-]{0,61}[a-z\d])?(?:\.[a-z\d](?:[a-z\d-]{0,61}[a-z\d])?)*\.?$/i

export const isHostName = (text: string): boolean => NAME.test(text)

/**
 * The name servers that a place's network hands out, asked for a name; and the controllers and RADIUS servers that must be reached from
 * there or stand in the same network. Nothing but addresses of the plan.
 */
export function servicesHere(site: Site, attachmentId: string, name: string | null): ServiceTest[] {
  const network = networkOf(site, attachmentOf(site, attachmentId)?.networkId ?? null)
  if (!network) return []
  const reached = new Set([
    network.id,
    ...site.requirements.flatMap(({ fromNetworkId, to, strength }) =>
      fromNetworkId === network.id && strength === 'must' ? (aimNetworkId(to) ?? []) : [],
    ),
  ])
  const names =
    name === null || !isHostName(name)
      ? []
      : network.nameServers.map((server): ServiceTest => ({
          id: `name ${server}`,
          kind: 'name',
          server,
          name,
        }))
  const ports = site.devices.flatMap(({ id, name: label, controller, radius, management }): ServiceTest[] => {
    const { ip, networkId } = management
    if (ip === null || networkId === null || !reached.has(networkId)) return []
    const served = [...(controller ? [PAGE] : []), ...(radius ? [RADIUS] : [])]
    return served.map((one) => ({
      id: `port ${id} ${one.port}`,
      kind: 'port',
      deviceId: id,
      label,
      ip,
      ...one,
    }))
  })
  return [...names, ...ports]
}

/** What of it is evidence; null: nothing. */
export function serviceSeen(
  test: ServiceTest,
  { answered, ip }: ServiceAnswer,
  attachmentId: string,
): ServiceSeen | null {
  if (test.kind === 'name') return { kind: 'name', attachmentId, name: test.name, server: test.server, ip }
  return answered === null
    ? null
    : { kind: 'port', attachmentId, deviceId: test.deviceId, ip: test.ip, port: test.port, open: answered }
}

/** A sentence for one of them. */
export function serviceWords(test: ServiceTest, { answered, ip }: ServiceAnswer): string {
  if (test.kind === 'name')
    return ip === null
      ? `Name server ${test.server} gave no address for ${test.name}.`
      : `Name server ${test.server} gave ${ip} for ${test.name}.`
  const where = `${test.label} (${test.ip}), ${test.protocol.toUpperCase()} port ${test.port}`
  if (answered === null)
    return `${where}: not refused. Without its secret nothing more can be told: try a login.`
  return answered ? `${where}: answers.` : `${where}: nobody answers there.`
}
