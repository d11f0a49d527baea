import type { AnyRecord, Collection, Device, SecurityProfile, Site } from './types'

/** Stands for a secret that is set and is not shown. Sent back in an edit, it means: as it was. */
export const KEPT_SECRET = '(kept)'

type Change = (secret: string | null) => string | null

const profileSecrets = (profile: SecurityProfile, key: Change, shared: Change): SecurityProfile => ({
  ...profile,
  passphrase: key(profile.passphrase),
  radius: profile.radius && { ...profile.radius, secret: shared(profile.radius.secret) },
})

const deviceSecrets = (device: Device, shared: Change): Device => ({
  ...device,
  cluster: device.cluster && { ...device.cluster, passphrase: shared(device.cluster.passphrase) },
  radius: device.radius && {
    ...device.radius,
    clients: device.radius.clients.map((client) => ({ ...client, secret: shared(client.secret) })),
    users: device.radius.users.map((user) => ({ ...user, password: shared(user.password) })),
  },
})

function changeSecrets(site: Site, key: Change, shared: Change): Site {
  return {
    ...site,
    profiles: site.profiles.map((profile) => profileSecrets(profile, key, shared)),
    devices: site.devices.map((device) =>
      device.radius || device.cluster ? deviceSecrets(device, shared) : device,
    ),
  }
}

/** The plan without any key, RADIUS secret or password. */
export const withoutSecrets = (site: Site): Site =>
  changeSecrets(
    site,
    () => null,
    () => null,
  )

/** The plan as it may leave the server: keys gone, RADIUS secrets that are set shown as kept. */
export const maskedSecrets = (site: Site): Site =>
  changeSecrets(
    site,
    () => null,
    (secret) => (secret === null ? null : KEPT_SECRET),
  )

/** The plan with a mark in the place of each secret: two plans can be told apart by it, and nothing can be read from it. */
export const markedSecrets = (site: Site, markOf: (secret: string) => string): Site => {
  const mark: Change = (secret) => (secret === null ? null : markOf(secret))
  return changeSecrets(site, mark, mark)
}

/** A record from the browser with its kept secrets put back from the stored plan. */
export function unmasked(site: Site, collection: Collection, record: AnyRecord): AnyRecord {
  if (collection === 'profiles') {
    const profile = record as SecurityProfile
    if (profile.radius?.secret !== KEPT_SECRET) return record
    const stored = site.profiles.find(({ id }) => id === profile.id)?.radius?.secret ?? null
    return { ...profile, radius: { ...profile.radius, secret: stored } }
  }
  if (collection !== 'devices') return record
  const device = record as Device
  return device.radius || device.cluster ? unmaskedDevice(site, device) : record
}

function unmaskedDevice(site: Site, device: Device): Device {
  const before = site.devices.find(({ id }) => id === device.id)
  const stored = before?.radius
  const { radius, cluster } = device
  return {
    ...device,
    cluster:
      cluster?.passphrase === KEPT_SECRET
        ? { ...cluster, passphrase: before?.cluster?.passphrase ?? null }
        : cluster,
    radius: radius && {
      ...radius,
      clients: radius.clients.map((client) =>
        client.secret === KEPT_SECRET
          ? { ...client, secret: stored?.clients.find((c) => c.deviceId === client.deviceId)?.secret ?? null }
          : client,
      ),
      users: radius.users.map((user) =>
        user.password === KEPT_SECRET
          ? { ...user, password: stored?.users.find(({ name }) => name === user.name)?.password ?? null }
          : user,
      ),
    },
  }
}
