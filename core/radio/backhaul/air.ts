import { beaconShare } from '../airtime'
import { HEARD_DBM } from '../channels'
import { plannedRadio } from '../coverage'
import type { PlannedRadio } from '../coverage'
import { sharedMhz, spanOf } from '../propagation'
import { deviceOf, isOnAir, ssidsOn } from '../../plan'
import type { Device, Site } from '../../plan'
import { maximalCliques } from './cliques'
import { radioHop } from './radioHop'

/** A group of radios that all hear each other on overlapping channels: one of them speaks at a time. */
export interface Clique {
  radios: string[]
  names: string[]
  channels: string
  /** Share of the air left when all beacons are sent. */
  freeShare: number
  contenders: number
}

export interface Air {
  cliques: Clique[]
  /** Clique numbers by radio key. */
  of: Map<string, number[]>
}

/** Radios that are on, with the channel that a child takes over from its parent, in groups that hear each other. */
export function airOf(site: Site): Air {
  const radios = site.devices.flatMap((device) =>
    isOnAir(device) || device.air
      ? device.radios.flatMap((radio) =>
          radio.enabled && device.position
            ? [
                plannedRadio(site, device, device.position, {
                  ...radio,
                  channel: channelOf(site, device, radio.band),
                }),
              ]
            : [],
        )
      : [],
  )
  const neighbours = radios.map(() => new Set<number>())
  radios.forEach((a, i) =>
    radios.slice(i + 1).forEach((b, k) => {
      if (!clash(a, b) || !hear(site, a, b)) return
      neighbours[i]?.add(i + 1 + k)
      neighbours[i + 1 + k]?.add(i)
    }),
  )
  const cliques = maximalCliques(neighbours).map((members): Clique => {
    const list = members.flatMap((i) => radios[i] ?? [])
    const beacons = list.reduce((sum, { device, band }) => {
      const names = ssidsOn(site, device).filter(({ bands }) => bands.includes(band)).length
      return sum + beaconShare(band, names).value / 100
    }, 0)
    return {
      radios: list.map(({ key }) => key),
      names: list.map(({ device }) => device.name),
      channels: `${list[0]?.band ?? ''} GHz, channel ${[...new Set(list.map(({ channel }) => channel ?? 'not set'))].join(' and ')}`,
      freeShare: Math.max(0.05, 1 - beacons),
      contenders: list.length + 1,
    }
  })
  const of = new Map<string, number[]>()
  cliques.forEach(({ radios: keys }, c) => keys.forEach((key) => of.set(key, [...(of.get(key) ?? []), c])))
  return { cliques, of }
}

/** A child has no channel of its own: it follows its parent's. */
export function channelOf(site: Site, device: Device, band: string, depth = 0): number | null {
  const own = device.radios.find((radio) => radio.band === band)?.channel ?? null
  const parent = device.air?.band === band && depth < 10 ? deviceOf(site, device.air.deviceId) : undefined
  return parent ? (channelOf(site, parent, band, depth + 1) ?? own) : own
}

/** Channels that overlap; one that is not set could be any. */
function clash(a: PlannedRadio, b: PlannedRadio): boolean {
  if (a.band !== b.band) return false
  if (a.channel === null || b.channel === null) return true
  return sharedMhz(spanOf(a.band, a.channel, a.widthMhz), spanOf(b.band, b.channel, b.widthMhz)) > 0
}

/** Whether one takes the other's signal for a busy channel, by the plan's own propagation. */
const hear = (site: Site, a: PlannedRadio, b: PlannedRadio): boolean => {
  const { downDbm, upDbm } = radioHop(site, a, b)
  return Math.max(downDbm, upDbm) >= HEARD_DBM
}
