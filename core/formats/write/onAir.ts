import { deviceOf, isAllowedAt, isEnterprise, profileOf } from '../../plan'
import type { Band, RadiusTarget, SecurityProfile, Site, Ssid } from '../../plan'

/** Why an SSID is not put on the air of a band as the plan has it, or null: what has no protection named is no open network. */
export function offAir(site: Site, ssid: Ssid, band: Band | null): string | null {
  const profile = profileOf(site, ssid)
  if (!profile) return 'it has no security profile, and no open network is made of that'
  if (profile.mode === 'wep') return 'WEP is broken and is not written out. Choose WPA2 or WPA3'
  if (ssid.macList !== null)
    return 'it takes only the devices of a list, which hostapd keeps in a file of its own. Type it in at the access point'
  if (!isAllowedAt(band, profile.mode))
    return `“${profile.name}” has no protection that 6 GHz allows: WPA3, or WPA3 enterprise`
  return isEnterprise(profile) ? withoutServer(site, profile) : null
}

function withoutServer(site: Site, { radius }: SecurityProfile): string | null {
  const server = serverOf(site, radius)
  if (!server) return 'it asks for a login, and no RADIUS server is named'
  return server.management.ip === null ? `${server.name} has no fixed address in the plan` : null
}

export const serverOf = (site: Site, target: RadiusTarget | null) => deviceOf(site, target?.serverId ?? null)
