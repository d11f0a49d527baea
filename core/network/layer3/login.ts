import type { Attachment } from '../layer2'
import { deviceOf, isEnterprise, profileOf } from '../../plan'
import type { Device, SecurityProfile, Ssid } from '../../plan'
import { between } from './between'
import { hostOfDevice } from './hosts'
import type { Twin } from './twin'

export type LoginFault = 'ENT-1' | 'ENT-2' | 'ENT-3' | 'ENT-4' | 'path'

/** How a client's 802.1X login ends, and what to blame when it fails. Source: RFC 3580, RFC 2865. */
export type Login = { ok: true; says: string } | { ok: false; fault: LoginFault; says: string }

const no = (fault: LoginFault, says: string): Login => ({ ok: false, fault, says })

/** The login of a client at an SSID on one access point; null where the SSID asks for none. */
export function loginAt(twin: Twin, ssid: Ssid, accessPointId: string): Login | null {
  const profile = profileOf(twin.site, ssid)
  if (!profile || !isEnterprise(profile)) return null
  const accessPoint = deviceOf(twin.site, accessPointId)
  const client =
    profile.radius?.authenticator === 'controller'
      ? deviceOf(twin.site, accessPoint?.adoption?.controllerId ?? null)
      : accessPoint
  const server = deviceOf(twin.site, profile.radius?.serverId ?? null)
  if (!profile.radius || !server?.radius)
    return no('ENT-3', `“${profile.name}” asks for a login, and no RADIUS server is named for it.`)
  if (!client) return no('path', `No controller is named that could ask ${server.name} for the clients.`)
  const path = pathTo(twin, client, server)
  if (path !== null) return no('path', path)
  return settings(profile, client, server)
}

function settings(profile: SecurityProfile, client: Device, server: Device): Login {
  const { radius: target } = profile
  const { radius: known } = server
  if (!target || !known) return no('ENT-3', `${server.name} serves no logins.`)
  if (target.port !== known.port)
    return no(
      'ENT-1',
      `${client.name} asks ${server.name} at port ${target.port}, and it listens on ${known.port}: the login times out.`,
    )
  const listed = known.clients.find(({ deviceId }) => deviceId === client.id)
  if (!listed)
    return no('ENT-3', `${server.name} does not list ${client.name} as a client and rejects what it asks.`)
  if (listed.secret !== target.secret || target.secret === null)
    return no(
      'ENT-2',
      `The shared secret of “${profile.name}” and the one ${server.name} has for ${client.name} are not the same: it rejects in silence.`,
    )
  if (known.users.length === 0) return no('ENT-3', `${server.name} has no users, so nobody can log in.`)
  return {
    ok: true,
    says: `${client.name} asks ${server.name} at port ${target.port}, and the login passes.`,
  }
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
