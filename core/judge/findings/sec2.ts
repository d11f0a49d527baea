import { networkOf, wanOf } from '../../plan'
import type { Device, SecurityProfile, Site } from '../../plan'
import type { Mend, Rule, Sighting } from './types'
import { putDevice } from './mends'
import { atDevice, atProfile, atSsid } from './where'

/** Protection that does not protect. */
export const sec2: Rule = {
  code: 'SEC-2',
  check: ({ site }) => [
    ...site.profiles.filter((profile) => inUse(site, profile)).flatMap(ofProfile),
    ...site.devices.flatMap(ofRouter),
    ...guestsAlwaysOn(site),
  ],
}

/** Doors of a router, each as it should stand. A firewall counts only where it is the one to the outside. */
const DOORS = [
  {
    name: 'upnp',
    wanted: false,
    says: 'UPnP is on',
    why: 'any program inside can open a door to the outside',
  },
  {
    name: 'wps',
    wanted: false,
    says: 'WPS is on',
    why: 'its button and its number let in whoever reaches them',
  },
  {
    name: 'remoteAdmin',
    wanted: false,
    says: 'Remote administration is on',
    why: 'its page opens from the internet',
  },
  {
    name: 'firewall',
    wanted: true,
    says: 'The firewall is off',
    why: 'what comes from outside unasked gets in',
  },
] as const

function ofRouter(device: Device): Sighting[] {
  const { router } = device
  if (!router) return []
  return DOORS.filter(
    ({ name, wanted }) => router[name] !== wanted && (name !== 'firewall' || wanOf(device) !== null),
  ).map(({ name, wanted, says, why }) => ({
    says: `${says} at ${device.name}: ${why}.`,
    where: [atDevice(device)],
    ...(name === 'firewall' || name === 'remoteAdmin' ? { severity: 'stop' as const } : {}),
    mend: putDevice(`Mend that at ${device.name}`, { ...device, router: { ...router, [name]: wanted } }),
  }))
}

const inUse = (site: Site, { id }: SecurityProfile): boolean =>
  site.ssids.some(({ profileId }) => profileId === id)

const putProfile = (label: string, record: SecurityProfile): Mend => ({
  label,
  edits: [{ op: 'put', collection: 'profiles', record }],
})

function ofProfile(profile: SecurityProfile): Sighting[] {
  const where = [atProfile(profile)]
  const sightings: Sighting[] = []
  if (profile.mode === 'open')
    sightings.push({
      says: `Profile “${profile.name}” is open: everyone nearby reads what is sent.`,
      where,
      severity: 'stop',
    })
  if (profile.mode === 'wep')
    sightings.push({
      says: `Profile “${profile.name}” uses WEP, which is broken in minutes; the files for the gear leave its SSIDs off the air.`,
      where,
      severity: 'stop',
    })
  if (profile.mode === 'wpa-tkip')
    sightings.push({
      says: `Profile “${profile.name}” uses TKIP.`,
      where,
      mend: putProfile('Use WPA2 with AES and the same key', { ...profile, mode: 'wpa2-aes' }),
    })
  if (profile.mode === 'wpa-wpa2')
    sightings.push({
      says: `Profile “${profile.name}” is mixed: whoever joins with TKIP is read as with TKIP alone. Keep it only as long as something old needs it.`,
      where,
      mend: putProfile('Use WPA2 with AES and the same key', { ...profile, mode: 'wpa2-aes' }),
    })
  if (profile.wps)
    sightings.push({
      says: `WPS is on in profile “${profile.name}”.`,
      where,
      mend: putProfile('Switch WPS off', { ...profile, wps: false }),
    })
  return sightings
}

const guestsAlwaysOn = (site: Site): Sighting[] =>
  site.ssids
    .filter(
      ({ networkId, schedule }) => schedule === 'always' && networkOf(site, networkId)?.purpose === 'guests',
    )
    .map((ssid) => ({
      says: `“${ssid.name}” is for guests and is always on.`,
      where: [atSsid(ssid)],
      severity: 'note',
      mend: {
        label: `Switch “${ssid.name}” on only when wanted`,
        edits: [{ op: 'put', collection: 'ssids', record: { ...ssid, schedule: 'whenWanted' } }],
      },
    }))
