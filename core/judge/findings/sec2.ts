import { networkOf } from '../../plan'
import type { SecurityProfile, Site } from '../../plan'
import type { Mend, Rule, Sighting } from './types'
import { putDevice } from './mends'
import { atDevice, atProfile, atSsid } from './where'

/** Protection that does not protect. */
export const sec2: Rule = {
  code: 'SEC-2',
  check: ({ site }) => [
    ...site.profiles.filter((profile) => inUse(site, profile)).flatMap(ofProfile),
    ...site.devices
      .filter(({ router }) => router?.upnp)
      .map((device) => ({
        says: `UPnP is on at ${device.name}: any program inside can open a door to the outside.`,
        where: [atDevice(device)],
        mend: putDevice(`Switch UPnP off at ${device.name}`, {
          ...device,
          router: device.router && { ...device.router, upnp: false },
        }),
      })),
    ...guestsAlwaysOn(site),
  ],
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
