import { usesRawKey } from '~/core/plan'
import type { Site } from '~/core/plan'
import { rawKey } from '~/core/plan/rawKey'

export interface RevealedKey {
  passphrase: string | null
  /** The same key in the raw form that some devices want, which differs from SSID to SSID. */
  raw: { ssid: string; key: string }[]
}

/** A profile's key in clear, or null when there is no such profile. */
export function revealedKey(site: Site, profileId: string): RevealedKey | null {
  const profile = site.profiles.find(({ id }) => id === profileId)
  if (!profile) return null
  const { passphrase } = profile
  const names = site.ssids.filter((ssid) => ssid.profileId === profileId).map(({ name }) => name)
  const raw =
    passphrase && usesRawKey(profile.mode, passphrase)
      ? names.map((ssid) => ({ ssid, key: rawKey(passphrase, ssid) }))
      : []
  return { passphrase, raw }
}
