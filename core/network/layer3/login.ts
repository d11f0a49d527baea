import type { Attachment } from '../layer2'
import { deviceOf, isEnterprise, profileOf } from '../../plan'
import type { Device, RadiusServer, SecurityProfile, Ssid } from '../../plan'
import { between } from './between'
import { hostOfDevice } from './hosts'
import { listFault, trustFault, userFault } from './loginFaults'
import type { Login, LoginFault, Person, Shows } from './loginFaults'
import type { Twin } from './twin'

const fails = (fault: LoginFault, shows: Shows, says: string, serverLog: string | null): Login => ({
  ok: false,
  fault,
  shows,
  says,
  serverLog,
})

/**
 * The login of a client at an SSID on one access point; null where the SSID asks for none. Without a person it is one whom the
 * server knows, with the client profile as the plan has it.
 */
export function loginAt(twin: Twin, ssid: Ssid, accessPointId: string, person?: Person): Login | null {
  const profile = profileOf(twin.site, ssid)
  if (!profile || !isEnterprise(profile)) return null
  const accessPoint = deviceOf(twin.site, accessPointId)
  const client =
    profile.radius?.authenticator === 'controller'
      ? deviceOf(twin.site, accessPoint?.adoption?.controllerId ?? null)
      : accessPoint
  const server = deviceOf(twin.site, profile.radius?.serverId ?? null)
  if (!profile.radius || !server?.radius)
    return fails(
      'ENT-3',
      'timedOut',
      `“${profile.name}” asks for a login, and no RADIUS server is named for it.`,
      null,
    )
  if (!client)
    return fails(
      'path',
      'timedOut',
      `No controller is named that could ask ${server.name} for the clients.`,
      null,
    )
  const path = pathTo(twin, client, server)
  if (path !== null) return fails('path', 'timedOut', path, null)
  return settings(profile, client, server, server.radius, person)
}

/** What stops it first: the server is not heard, then the method, the certificate, the person. */
function settings(
  profile: SecurityProfile,
  client: Device,
  server: Device,
  known: RadiusServer,
  person: Person | undefined,
): Login {
  const { radius: target } = profile
  if (!target) return fails('ENT-3', 'timedOut', `${server.name} serves no logins.`, null)
  if (target.port !== known.port)
    return fails(
      'ENT-1',
      'timedOut',
      `${client.name} asks ${server.name} at port ${target.port}, and it listens on ${known.port}: the login times out.`,
      null,
    )
  const fault =
    listFault(profile, target, client, server.name, known) ??
    trustFault(profile, target, server.name, known) ??
    userFault(target, server.name, known, person)
  return (
    fault ?? {
      ok: true,
      shows: 'connected',
      says: `${client.name} asks ${server.name} at port ${target.port}, and the login passes.`,
      serverLog: 'Login OK',
    }
  )
}

/** Why the client's packets do not get to the server and back, or null when they do: both by their real addresses. */
function pathTo(twin: Twin, client: Device, server: Device): string | null {
  const [a, b] = [hostOfDevice(twin, client), hostOfDevice(twin, server)]
  if (!a || !b) return `${(a ? server : client).name} is not running, or has no address of its own.`
  const stages = between({ twin, hops: false }, a, { kind: 'host', host: b })
  const failed = stages.find(({ ok }) => !ok)
  return failed ? `${client.name} does not reach ${server.name}: ${failed.says}` : null
}

/** The SSID that a client at an attachment joins, and on which device; null on a wire. */
export function joined(
  twin: Twin,
  from: Attachment,
): { ssid: Ssid; boxId: string; client: Device | null } | null {
  const find = (id: string | null) => twin.site.ssids.find((candidate) => candidate.id === id)
  if (from.kind === 'ssid') {
    const ssid = find(from.place.key.slice('ssid:'.length))
    return ssid ? { ssid, boxId: from.place.deviceId, client: null } : null
  }
  const client = from.kind === 'station' ? deviceOf(twin.site, from.place.deviceId) : undefined
  const ssid = find(client?.air?.ssidId ?? null)
  return client?.air && ssid ? { ssid, boxId: client.air.deviceId, client } : null
}
