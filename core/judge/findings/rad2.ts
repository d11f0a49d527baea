import { PLANS_24 } from '../../radio/channels'
import { downDbm, plannedRadios, signalPath } from '../../radio/coverage'
import type { PlannedRadio } from '../../radio/coverage'
import { sharedMhz, spanOf } from '../../radio/propagation'
import { sameGround } from '../../radio/sameGround'
import { perSite } from '../../lib/perSite'
import type { Device, Radio, Site } from '../../plan'
import { putDevice } from './mends'
import type { Rule, Sighting } from './types'
import { atDevice } from './where'

/** Channels that get in each other's way. */
export const rad2: Rule = {
  code: 'RAD-2',
  check: ({ site }) => seenIn(sameGround(site), 'all'),
}

const seenIn = perSite((site: Site, _all: 'all') => [...offGrid(site), ...neighbours(site)])

function offGrid(site: Site): Sighting[] {
  const plan = PLANS_24[site.ground.channelPlan24]
  return site.devices.flatMap((device) =>
    device.radios.flatMap((radio): Sighting[] => {
      if (radio.band !== '2.4' || !radio.enabled) return []
      if (radio.widthMhz > 20)
        return [
          {
            says: `${device.name} is ${radio.widthMhz} MHz wide at 2.4 GHz: that leaves no room for anybody else.`,
            where: [atDevice(device)],
            mend: put(device, { ...radio, widthMhz: 20 }, `Make ${device.name} 20 MHz wide at 2.4 GHz`),
          },
        ]
      if (radio.channel === null || plan.includes(radio.channel)) return []
      const own = radio.channel
      const next = [...plan].sort((a, b) => Math.abs(a - own) - Math.abs(b - own))[0] ?? 1
      return [
        {
          says: `${device.name} is on channel ${own} at 2.4 GHz, which overlaps two of ${plan.join(', ')}.`,
          where: [atDevice(device)],
          mend: put(device, { ...radio, channel: next }, `Put ${device.name} on channel ${next}`),
        },
      ]
    }),
  )
}

const put = (device: Device, radio: Radio, label: string) =>
  putDevice(label, {
    ...device,
    radios: device.radios.map((one) => (one.band === radio.band ? radio : one)),
  })

/** So loud, two radios on one channel are one radio: they take turns for every frame. Common practice, no source. */
export const LOUD_DBM = -60
/** Further apart than this they are never so loud without a dish. */
const FAR_M = 80

/** The plan's own radios on common spectrum within loud hearing of each other; a child and its parent have to be. */
function neighbours(site: Site): Sighting[] {
  return (['2.4', '5', '6'] as const).flatMap((band) => {
    const radios = plannedRadios(site, band).filter(({ channel }) => channel !== null)
    return nearPairs(radios).flatMap(([a, b]) => loudPair(site, a, b))
  })
}

/** In the order of the plan. Large sites have a hundred thousand pairs, so this is the first that is asked of them. */
function nearPairs(radios: readonly PlannedRadio[]): [PlannedRadio, PlannedRadio][] {
  const pairs: [PlannedRadio, PlannedRadio][] = []
  radios.forEach((a, i) => {
    const [x, y] = a.position.at
    for (const b of radios.slice(i + 1)) {
      const [dx, dy] = [b.position.at[0] - x, b.position.at[1] - y]
      if (dx * dx + dy * dy <= FAR_M * FAR_M) pairs.push([a, b])
    }
  })
  return pairs
}

/** Two children of one parent, on the band of their uplinks: both have its channel, and no choice. */
const followOne = (a: PlannedRadio, b: PlannedRadio): boolean =>
  a.device.air !== null &&
  a.device.air.deviceId === b.device.air?.deviceId &&
  a.device.air.band === a.band &&
  b.device.air.band === b.band

function loudPair(site: Site, a: PlannedRadio, b: PlannedRadio): Sighting[] {
  if (a.channel === null || b.channel === null) return []
  if (a.device.air?.deviceId === b.device.id || b.device.air?.deviceId === a.device.id) return []
  if (followOne(a, b)) return []
  if (sharedMhz(spanOf(a.band, a.channel, a.widthMhz), spanOf(b.band, b.channel, b.widthMhz)) === 0) return []
  const dbm = downDbm(a, signalPath(site, a, b.position.at, b.zM).wayDb, site.ground)
  if (dbm < LOUD_DBM) return []
  return [
    {
      says: `${a.device.name} and ${b.device.name} are both on channel ${a.channel === b.channel ? a.channel : `${a.channel} and ${b.channel}, which overlap,`} at ${a.band} GHz, and hear each other at ${dbm.toFixed(0)} dBm. The helper at Ground finds them channels of their own.`,
      where: [atDevice(a.device), atDevice(b.device)],
    },
  ]
}
