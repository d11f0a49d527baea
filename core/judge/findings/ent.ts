import { loginAt, perTwin } from '../../network/layer3'
import type { LoginFault, Twin } from '../../network/layer3'
import { deviceOf, isEnterprise, isOnAir, METHOD_NAME, profileOf, ssidsOn } from '../../plan'
import type { Device, RadiusServer, SecurityProfile, Site, Ssid } from '../../plan'
import { listFaults } from './entLists'
import { putDevice } from './mends'
import type { Code } from './catalogue'
import type { Mend, Rule, Sighting } from './types'
import { atDevice, atProfile, atSsid } from './where'

/**
 * The four faults of an enterprise login share one walk: the authenticator asks the server, and the first thing that
 * does not fit is the fault. Source of the terms: RFC 2865, RFC 3580.
 */
const faultRule = (code: Code, faults: LoginFault[]): Rule => ({
  code,
  check: ({ twin }) =>
    failedLogins(twin).flatMap(({ fault, ...seen }) => (faults.includes(fault) ? [seen] : [])),
})

export const ent1 = faultRule('ENT-1', ['ENT-1', 'path'])
export const ent2 = faultRule('ENT-2', ['ENT-2'])
const unknownAsker = faultRule('ENT-3', ['ENT-3'])
export const ent3: Rule = {
  code: 'ENT-3',
  check: (plan) => [
    ...unknownAsker.check(plan),
    ...plan.site.devices.flatMap((server) => listFaults(plan.site, server)),
  ],
}

const unfitProfile = faultRule('ENT-4', ['ENT-4'])

/** Clients that are not set to enterprise, or to another way than the server's; and those that trust just anybody. */
export const ent4: Rule = {
  code: 'ENT-4',
  check: (plan) => [...notSet(plan.site), ...unfitProfile.check(plan), ...trusting(plan.site)],
}

const notSet = (site: Site): Sighting[] =>
  site.devices.flatMap((client) => {
    const ssid = site.ssids.find(({ id }) => id === client.air?.ssidId)
    const profile = ssid && profileOf(site, ssid)
    if (!client.air || client.air.enterprise || !ssid || !isEnterprise(profile)) return []
    return [
      {
        says: `${client.name} joins “${ssid.name}”, which asks for a login, and is not set to enterprise.`,
        where: [atDevice(client), atSsid(ssid)],
        mend: putDevice(`Set ${client.name} to enterprise`, {
          ...client,
          air: { ...client.air, enterprise: true },
        }),
      },
    ]
  })

/** Clients that take any certificate tell their passwords to whoever shows the SSID. Common practice, no source. */
const trusting = (site: Site): Sighting[] =>
  site.profiles.flatMap((profile) => {
    const server = deviceOf(site, profile.radius?.serverId ?? null)
    if (!isEnterprise(profile) || !server?.radius || profile.radius?.trusts !== null) return []
    return [
      {
        says: `Clients of “${profile.name}” take any certificate for that of ${server.name}: whoever shows that SSID gets their logins.`,
        where: [atProfile(profile)],
        severity: 'fix' as const,
        mend: trust(profile, server, server.radius.authority),
      },
    ]
  })

const trust = (profile: SecurityProfile, server: Device, authority: string): Mend | undefined =>
  profile.radius
    ? putProfile(`Let clients trust who signed the certificate of ${server.name}`, {
        ...profile,
        radius: { ...profile.radius, trusts: authority },
      })
    : undefined

interface Failed extends Sighting {
  fault: LoginFault
}

/** Each fault once, whatever the number of access points that meet it. */
const failedLogins = perTwin((twin: Twin): Failed[] => {
  const { site } = twin
  const seen = new Map<string, Failed>()
  for (const device of site.devices.filter(isOnAir))
    for (const ssid of ssidsOn(site, device)) {
      const login = loginAt(twin, ssid, device.id)
      const profile = profileOf(site, ssid)
      if (!login || login.ok || !profile || seen.has(login.says)) continue
      const { fault, says } = login
      seen.set(says, {
        fault,
        says,
        where: [atProfile(profile)],
        mend: mendFor(site, fault, profile, device, ssid),
      })
    }
  return [...seen.values()]
})

function mendFor(
  site: Site,
  fault: LoginFault,
  profile: SecurityProfile,
  device: Device,
  ssid: Ssid,
): Mend | undefined {
  const server = deviceOf(site, profile.radius?.serverId ?? null)
  const radiusClient =
    profile.radius?.authenticator === 'controller'
      ? deviceOf(site, device.adoption?.controllerId ?? null)
      : device
  if (!profile.radius || !server?.radius || !radiusClient) return undefined
  const { radius } = profile
  const known = server.radius.clients.find(({ deviceId }) => deviceId === radiusClient.id)
  if (fault === 'ENT-1')
    return putProfile(`Ask ${server.name} at port ${server.radius.port}`, {
      ...profile,
      radius: { ...radius, port: server.radius.port },
    })
  if (fault === 'ENT-4') return clientMend(profile, server, server.radius)
  if (fault === 'ENT-2' && known?.secret && oneSecret(server))
    return putProfile(`Use the secret that ${server.name} has`, {
      ...profile,
      radius: { ...radius, secret: known.secret },
    })
  if (fault === 'ENT-3' && !known && radius.secret !== null)
    return putDevice(`List those who ask for “${ssid.name}” at ${server.name}`, {
      ...server,
      radius: { ...server.radius, clients: withClients(site, server, profile, ssid) },
    })
  return undefined
}

/** The client profile set to what the server offers. */
function clientMend(profile: SecurityProfile, server: Device, known: RadiusServer): Mend | undefined {
  const [method] = known.methods
  if (!profile.radius || !method) return undefined
  return known.methods.includes(profile.radius.method)
    ? trust(profile, server, known.authority)
    : putProfile(`Set clients of “${profile.name}” to ${METHOD_NAME[method]}`, {
        ...profile,
        radius: { ...profile.radius, method },
      })
}

const oneSecret = (server: Device): boolean =>
  new Set(server.radius?.clients.map(({ secret }) => secret)).size === 1

/** Everyone who asks for the SSID, with the profile's secret. */
function withClients(site: Site, server: Device, profile: SecurityProfile, ssid: Ssid) {
  const askers = site.devices
    .filter((device) => isOnAir(device) && ssidsOn(site, device).some(({ id }) => id === ssid.id))
    .flatMap((device) =>
      profile.radius?.authenticator === 'controller' ? (device.adoption?.controllerId ?? []) : device.id,
    )
  const clients = server.radius?.clients ?? []
  const missing = [...new Set(askers)].filter((id) => !clients.some(({ deviceId }) => deviceId === id))
  return [...clients, ...missing.map((deviceId) => ({ deviceId, secret: profile.radius?.secret ?? null }))]
}

const putProfile = (label: string, record: SecurityProfile): Mend => ({
  label,
  edits: [{ op: 'put', collection: 'profiles', record }],
})
