import { MOST_SSID_OCTETS, isAllowedAt, octetsOf, passphraseProblem, profileOf } from '../../plan'
import type { SecurityProfile, Site } from '../../plan'
import type { Rule, Sighting } from './types'
import { atDevice, atProfile, atSsid } from './where'

/**
 * What a device refuses: a key that its own mode cannot take (IEEE 802.11-2020 annex J.4; see passphraseProblem), a name
 * that is too long in octets, a protection that 6 GHz does not allow.
 */
export const ssi4: Rule = {
  code: 'SSI-4',
  check: ({ site }) => [
    ...site.profiles
      .filter((profile) => isMeant(site, profile))
      .flatMap((profile) => {
        const problem = passphraseProblem(profile.mode, profile.passphrase)
        return problem ? [{ says: `Profile “${profile.name}”: ${problem}`, where: [atProfile(profile)] }] : []
      }),
    ...longNames(site),
    ...notAt6Ghz(site),
  ],
}

/** The default profile of a fresh site has no key, and as long as nobody uses it that is right. */
const isMeant = (site: Site, { id, isDefault, passphrase }: SecurityProfile): boolean =>
  !isDefault ||
  passphrase !== null ||
  site.ssids.some(({ profileId }) => profileId === id) ||
  site.devices.some(({ air }) => air?.near?.profileId === id || air?.far?.profileId === id)

const tooLong = (name: string): string | null =>
  octetsOf(name) > MOST_SSID_OCTETS
    ? `“${name}” has ${octetsOf(name)} octets in UTF-8; an SSID has at most ${MOST_SSID_OCTETS}.`
    : null

const longNames = (site: Site): Sighting[] => [
  ...site.ssids.flatMap((ssid) => {
    const says = tooLong(ssid.name)
    return says ? [{ says, where: [atSsid(ssid)] }] : []
  }),
  ...site.devices.flatMap((device) =>
    [device.air?.near, device.air?.far].flatMap((end) => {
      const says = end ? tooLong(end.ssid) : null
      return says ? [{ says: `The uplink of ${device.name}: ${says}`, where: [atDevice(device)] }] : []
    }),
  ),
]

const notAt6Ghz = (site: Site): Sighting[] =>
  site.ssids.flatMap((ssid) => {
    const profile = profileOf(site, ssid)
    if (!profile || !ssid.bands.includes('6') || isAllowedAt('6', profile.mode)) return []
    return [
      {
        says: `“${ssid.name}” is to be offered at 6 GHz with the profile “${profile.name}”, whose protection 6 GHz does not allow: it is left off the air there.`,
        where: [atSsid(ssid), atProfile(profile)],
      },
    ]
  })
