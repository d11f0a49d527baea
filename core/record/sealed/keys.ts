import { METHOD_NAME } from '../../plan'
import type { Site } from '../../plan'

/** One secret of a plan: what it is of, in words, and where it belongs. */
export interface SealedKey {
  what: string
  name: string
  /** Its place in the plan: `profiles/ID/passphrase` and the like. */
  where: string
  key: string
}

/** The part of a record that is locked away. */
export interface SealedPart {
  format: 'yard-beacon-keys'
  version: 1
  site: string
  revision: number
  /** ISO 8601. */
  writtenAt: string
  keys: SealedKey[]
}

/** What is to be sealed of a plan: every key, and of which revision. */
export const sealedPartOf = (site: Site, revision: number, writtenAt: string): SealedPart => ({
  format: 'yard-beacon-keys',
  version: 1,
  site: site.name,
  revision,
  writtenAt,
  keys: keysOf(site),
})

/** Path parts are names that people chose: a slash in one would be taken for the next part. */
const path = (...parts: string[]): string => parts.map(encodeURIComponent).join('/')

/** Every key, secret and password of a plan. */
export function keysOf(site: Site): SealedKey[] {
  const key = (what: string, name: string, where: string, secret: string | null | undefined): SealedKey[] =>
    secret ? [{ what, name, where, key: secret }] : []
  return [
    ...site.profiles.flatMap((profile) => [
      ...key(
        ssidsWith(site, profile.id),
        profile.name,
        path('profiles', profile.id, 'passphrase'),
        profile.passphrase,
      ),
      ...key(
        `shared secret of the login server (${METHOD_NAME[profile.radius?.method ?? 'peap']})`,
        profile.name,
        path('profiles', profile.id, 'radius', 'secret'),
        profile.radius?.secret,
      ),
    ]),
    ...site.devices.flatMap((device) => [
      ...key(
        'cluster passphrase',
        device.name,
        path('devices', device.id, 'cluster', 'passphrase'),
        device.cluster?.passphrase,
      ),
      ...(device.radius?.clients ?? []).flatMap(({ deviceId, secret }) =>
        key(
          'shared secret for a RADIUS client',
          `${device.name}, for ${site.devices.find(({ id }) => id === deviceId)?.name ?? deviceId}`,
          path('devices', device.id, 'radius', 'clients', deviceId, 'secret'),
          secret,
        ),
      ),
      ...(device.radius?.users ?? []).flatMap(({ name, password }) =>
        key(
          'password of a user',
          `${name} at ${device.name}`,
          path('devices', device.id, 'radius', 'users', name, 'password'),
          password,
        ),
      ),
    ]),
  ]
}

function ssidsWith(site: Site, profileId: string): string {
  const names = site.ssids.filter((ssid) => ssid.profileId === profileId).map(({ name }) => name)
  return names.length > 0 ? `key of ${names.join(', ')}` : 'key'
}

/** The plan with these keys in their places; and the places that it has not. */
export function withKeys(site: Site, keys: readonly SealedKey[]): { site: Site; unknown: string[] } {
  const values = new Map(keys.map(({ where, key }) => [where, key]))
  const used = new Set<string>()
  const at = (kept: string | null, ...parts: string[]): string | null => {
    const where = path(...parts)
    const value = values.get(where)
    if (value !== undefined) used.add(where)
    return value ?? kept
  }
  const opened: Site = {
    ...site,
    profiles: site.profiles.map((profile) => ({
      ...profile,
      passphrase: at(profile.passphrase, 'profiles', profile.id, 'passphrase'),
      radius: profile.radius && {
        ...profile.radius,
        secret: at(profile.radius.secret, 'profiles', profile.id, 'radius', 'secret'),
      },
    })),
    devices: site.devices.map((device) => ({
      ...device,
      cluster: device.cluster && {
        ...device.cluster,
        passphrase: at(device.cluster.passphrase, 'devices', device.id, 'cluster', 'passphrase'),
      },
      radius: device.radius && {
        ...device.radius,
        clients: device.radius.clients.map((client) => ({
          ...client,
          secret: at(client.secret, 'devices', device.id, 'radius', 'clients', client.deviceId, 'secret'),
        })),
        users: device.radius.users.map((user) => ({
          ...user,
          password: at(user.password, 'devices', device.id, 'radius', 'users', user.name, 'password'),
        })),
      },
    })),
  }
  return { site: opened, unknown: keys.map(({ where }) => where).filter((where) => !used.has(where)) }
}
