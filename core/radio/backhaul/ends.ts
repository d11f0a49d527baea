import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import { inPool } from '../../network/addressing'
import { deviceOf, needsPassphrase, ssidsOn } from '../../plan'
import type { AirEnd, Device, SecurityMode, SecurityProfile, Site } from '../../plan'

/**
 * Four hex digits that stand for a key on one SSID: two ends can be compared without showing it. So short on purpose: it
 * gives 1 of 65 536 away and nothing more.
 */
export const keyFingerprint = (passphrase: string, ssid: string): string =>
  bytesToHex(sha256(utf8ToBytes(`${ssid}\n${passphrase}`))).slice(0, 4)

export interface EndRow {
  what: string
  near: string
  far: string
  /** What must hold of the two, in words. */
  wants: string
  ok: boolean
  /** The mistake it would be. */
  code: 'BKH-5' | 'BKH-6' | 'BKH-7' | 'ADR-1' | 'ADR-2' | null
}

export const MODES: Record<SecurityMode, string> = {
  open: 'open',
  wep: 'WEP',
  'wpa-tkip': 'WPA, TKIP',
  'wpa-wpa2': 'WPA and WPA2, TKIP and AES',
  'wpa2-aes': 'WPA2, AES',
  'wpa2-wpa3': 'WPA2 and WPA3, AES',
  'wpa3-sae': 'WPA3, SAE',
  'wpa2-enterprise': 'WPA2 enterprise',
  'wpa3-enterprise': 'WPA3 enterprise',
}

export interface TwoEnds {
  near: AirEnd
  far: AirEnd
  nearProfile: SecurityProfile | undefined
  farProfile: SecurityProfile | undefined
}

/** What is typed in at both ends of a device's uplink; for a station the other end is the SSID it joins. */
export function twoEnds(site: Site, child: Device): TwoEnds | null {
  const { air } = child
  if (!air?.near) return null
  const profile = (id: string | null) => site.profiles.find((one) => one.id === id)
  const parent = deviceOf(site, air.deviceId)
  const ssid = parent && ssidsOn(site, parent).find(({ id }) => id === air.ssidId)
  const radio = parent?.radios.find(({ band }) => band === air.band)
  const far: AirEnd | null =
    air.far ??
    (ssid
      ? {
          ssid: ssid.name,
          profileId: ssid.profileId,
          widthMhz: radio?.widthMhz ?? air.near.widthMhz,
          channel: radio?.channel ?? null,
          hidden: ssid.hidden,
        }
      : null)
  return (
    far && {
      near: air.near,
      far,
      nearProfile: profile(air.near.profileId),
      farProfile: profile(far.profileId),
    }
  )
}

/** Both ends side by side. Keys come as fingerprints, so the plan must be one that still has its keys. */
export function compareEnds(site: Site, child: Device): EndRow[] {
  const ends = twoEnds(site, child)
  if (!ends || !child.air) return []
  const { near, far, nearProfile, farProfile } = ends
  const key = (profile: SecurityProfile | undefined, ssid: string) =>
    !profile || !needsPassphrase(profile.mode)
      ? 'none'
      : profile.passphrase === null
        ? 'not set'
        : keyFingerprint(profile.passphrase, ssid)
  const keys = [key(nearProfile, near.ssid), key(farProfile, near.ssid)] as const
  const mode = (profile: SecurityProfile | undefined) => (profile ? MODES[profile.mode] : 'not set')
  const isBridge = child.air.way === 'bridge'
  const rows: EndRow[] = [
    {
      what: 'SSID',
      near: near.ssid || 'not set',
      far: far.ssid || 'not set',
      wants:
        near.ssid !== far.ssid && near.ssid.toLowerCase() === far.ssid.toLowerCase()
          ? 'the same, case counts: only the case differs here'
          : 'the same, case counts',
      ok: near.ssid === far.ssid && near.ssid !== '',
      code: 'BKH-5',
    },
    {
      what: 'Key (fingerprint)',
      near: keys[0],
      far: keys[1],
      wants: 'the same',
      ok: keys[0] === keys[1] && keys[0] !== 'not set',
      code: 'BKH-5',
    },
    {
      what: 'Mode and cipher',
      near: mode(nearProfile),
      far: mode(farProfile),
      wants: 'the same',
      ok: nearProfile !== undefined && nearProfile.mode === farProfile?.mode,
      code: 'BKH-5',
    },
    {
      what: 'Width',
      near: `${near.widthMhz} MHz`,
      far: `${far.widthMhz} MHz`,
      wants: 'the same',
      ok: near.widthMhz === far.widthMhz,
      code: 'BKH-6',
    },
    {
      what: 'Channel',
      near: near.channel === null ? 'follows' : String(near.channel),
      far: far.channel === null ? 'chosen by the device' : String(far.channel),
      wants: 'this end follows the other',
      ok: near.channel === null,
      code: 'BKH-6',
    },
  ]
  return [...rows, ...ownRows(site, child, ends, isBridge)]
}

function ownRows(site: Site, child: Device, { near, far, farProfile }: TwoEnds, isBridge: boolean): EndRow[] {
  const parent = deviceOf(site, child.air?.deviceId ?? null)
  const isPooled = (device: Device | undefined) => {
    const ip = device?.management.addressing === 'fixed' ? device.management.ip : null
    return ip !== null && site.networks.some(({ pool }) => pool && inPool(pool, ip))
  }
  const address = (device: Device | undefined) =>
    device?.management.addressing === 'fixed' ? (device.management.ip ?? 'not set') : 'by DHCP'
  const rows: EndRow[] = [
    {
      what: 'Own address',
      near: address(child),
      far: address(parent),
      wants: 'outside every pool',
      ok: !isPooled(child) && !isPooled(parent),
      code: 'ADR-2',
    },
    {
      what: 'Address service',
      near: child.strayServer ? 'on' : 'off',
      far: parent?.strayServer ? 'on' : 'off',
      wants: 'off in both',
      ok: !child.strayServer && !parent?.strayServer,
      code: 'ADR-1',
    },
  ]
  if (!isBridge) return rows
  const sharedWith = keySharedWith(site, farProfile)
  return [
    ...rows,
    {
      what: 'Shown to clients',
      near: near.hidden ? 'hidden' : 'shown',
      far: far.hidden ? 'hidden' : 'shown',
      wants: 'hidden: it is nobody’s but the bridge’s',
      ok: far.hidden,
      code: 'BKH-7',
    },
    {
      what: 'Key of its own',
      near: '',
      far: sharedWith ? `also the key of ${sharedWith}` : 'yes',
      wants: 'no SSID for people has it',
      ok: sharedWith === null,
      code: 'BKH-7',
    },
  ]
}

/** An SSID for people that has the same key as this profile, or the profile itself. */
export function keySharedWith(site: Site, profile: SecurityProfile | undefined): string | null {
  if (!profile) return null
  const shared = site.ssids.find(({ profileId }) => {
    const other = site.profiles.find(({ id }) => id === profileId)
    return (
      other &&
      (other.id === profile.id || (other.passphrase !== null && other.passphrase === profile.passphrase))
    )
  })
  return shared?.name ?? null
}
