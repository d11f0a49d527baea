import { profileOf } from '../../plan'
import type { Site, Ssid } from '../../plan'
import type { Mend, Rule } from './types'
import { atSsid } from './where'

/** An SSID that still has the profile every new SSID starts with, or none. */
export const ssi2: Rule = {
  code: 'SSI-2',
  check: ({ site }) =>
    site.ssids
      .filter((ssid) => profileOf(site, ssid)?.isDefault ?? true)
      .map((ssid) => ({
        says: ssid.profileId
          ? `“${ssid.name}” is on the default profile “${profileOf(site, ssid)?.name}”.`
          : `“${ssid.name}” has no security profile, so it is left off the air.`,
        where: [atSsid(ssid)],
        mend: onlySpareProfile(site, ssid),
      })),
}

/** Unambiguous only where exactly one profile of the site's own is used by nobody yet. */
function onlySpareProfile(site: Site, ssid: Ssid): Mend | undefined {
  const used = new Set([
    ...site.ssids.map(({ profileId }) => profileId),
    ...site.devices.flatMap(({ air }) => [air?.near?.profileId, air?.far?.profileId]),
  ])
  const spare = site.profiles.filter(({ id, isDefault }) => !isDefault && !used.has(id))
  const profile = spare.length === 1 ? spare[0] : undefined
  return (
    profile && {
      label: `Put “${ssid.name}” on the profile “${profile.name}”`,
      edits: [{ op: 'put', collection: 'ssids', record: { ...ssid, profileId: profile.id } }],
    }
  )
}
