import type { Band, Device, Network, SecurityProfile, Ssid } from '../../../plan'
import { newProfile, newSsid, profileOf } from '../../../plan'
import { change, freshId, now, put, say } from './draft'
import type { Draft } from './draft'

export interface WantedSsid {
  name: string
  network: Network
  key: string
  on: readonly Device[]
  bands?: Band[]
  /** What only a purpose asks for: guests' devices kept apart, hours, a hidden name. */
  part?: Partial<Ssid>
}

/**
 * An SSID with a security profile of its own. One of that name on that network is taken over: its key is set anew, and the access
 * points join those that it has.
 */
export function offer(draft: Draft, { name, network, key, on, bands, part }: WantedSsid): Ssid {
  const known = draft.site.ssids.find((one) => one.name === name && one.networkId === network.id)
  const profile = profileWith(draft, known, `Key of ${name}`.slice(0, 40), key)
  const more = on.map(({ id }) => id)
  const accessPointIds =
    known?.accessPointIds === null ? null : [...new Set([...(known?.accessPointIds ?? []), ...more])]
  const fresh = newSsid(freshId(draft, 'ssids', 'ssid'), profile.id)
  const made = put(draft, 'ssids', {
    ...fresh,
    ...known,
    ...(known?.groupIds ? {} : { accessPointIds }),
    ...(bands ? { bands } : {}),
    name,
    networkId: network.id,
    profileId: profile.id,
    ...part,
  })
  say(
    draft,
    `SSID ${name}`,
    `${network.name}, WPA2 and WPA3 with a key of its own${made.isolated ? ', clients kept apart' : ''}${made.schedule === 'whenWanted' ? ', on when wanted' : ''}.`,
  )
  return made
}

function profileWith(draft: Draft, known: Ssid | undefined, name: string, key: string): SecurityProfile {
  const own = known && profileOf(draft.site, known)
  const isShared = draft.site.ssids.filter(({ profileId }) => own && profileId === own.id).length > 1
  const base = own && !own.isDefault && !isShared ? own : newProfile(freshId(draft, 'profiles', 'key'))
  return put(draft, 'profiles', {
    ...base,
    name: base.name || name,
    mode: 'wpa2-wpa3',
    passphrase: key,
    wps: false,
  })
}

/** Guests: on when wanted, and no guest sees another. */
export const FOR_GUESTS: Partial<Ssid> = { schedule: 'whenWanted', isolated: true }

const IN_TURN = [1, 6, 11] as const
const IN_TURN_5 = [36, 40, 44, 48] as const

/** A channel for each of its radios that the fewest others have: 1, 6 or 11, and 36 to 48, allowed nearly everywhere. */
export function giveChannels(draft: Draft, device: Device): Device {
  const inUse = (band: Band) =>
    draft.site.devices
      .filter(({ id, air }) => id !== device.id && air?.band !== band)
      .flatMap(({ radios }) => radios.filter((radio) => radio.band === band).map(({ channel }) => channel))
  const radios = now(draft, device).radios.map((radio) => {
    if (radio.channel !== null || radio.band === '6') return radio
    const used = inUse(radio.band)
    const turn: readonly number[] = radio.band === '2.4' ? IN_TURN : IN_TURN_5
    const timesUsed = (one: number) => used.filter((channel) => channel === one).length
    const channel = [...turn].sort((a, b) => timesUsed(a) - timesUsed(b))[0] ?? null
    return { ...radio, channel }
  })
  return change(draft, device, { radios })
}
