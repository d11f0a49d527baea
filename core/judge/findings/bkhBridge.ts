import {
  CLEAR_SHARE,
  bridgeEnds,
  compareEnds,
  crossesWater,
  pathProfile,
  twoEnds,
} from '../../radio/backhaul'
import type { EndRow } from '../../radio/backhaul'
import { deviceOf } from '../../plan'
import type { AirUplink, Device, Site } from '../../plan'
import { putDevice } from './mends'
import type { Mend, Rule, Sighting } from './types'
import { atDevice } from './where'

/** Devices whose two ends are typed in, with the parent. */
const pairs = (site: Site): { child: Device; parent: Device; air: AirUplink }[] =>
  site.devices.flatMap((child) => {
    const parent = child.air?.near ? deviceOf(site, child.air.deviceId) : undefined
    return child.air && parent ? [{ child, parent, air: child.air }] : []
  })

const rule = (
  code: 'BKH-5' | 'BKH-6' | 'BKH-7',
  mendOf: (site: Site, child: Device, air: AirUplink, wrong: EndRow[]) => Mend | undefined,
): Rule => ({
  code,
  check: ({ site }) =>
    pairs(site).flatMap(({ child, parent, air }): Sighting[] => {
      const wrong = compareEnds(site, child).filter((row) => row.code === code && !row.ok)
      if (wrong.length === 0) return []
      return [
        {
          says: `${child.name} and ${parent.name}: ${wrong.map((row) => said(row)).join('; ')}.`,
          where: [atDevice(child), atDevice(parent)],
          mend: mendOf(site, child, air, wrong),
        },
      ]
    }),
})

const said = ({ what, near, far, wants }: EndRow): string =>
  `${what}: ${near ? `${near} here, ` : ''}${far}${near ? ' there' : ''}; wanted: ${wants}`

const setNear = (
  label: string,
  child: Device,
  air: AirUplink,
  part: Partial<NonNullable<AirUplink['near']>>,
): Mend | undefined =>
  air.near ? putDevice(label, { ...child, air: { ...air, near: { ...air.near, ...part } } }) : undefined

/** SSID, key, mode or cipher differ: it never registers. The end further out takes what the other has. */
export const bkh5 = rule('BKH-5', (site, child, air) => {
  const ends = twoEnds(site, child)
  if (!ends || ends.far.ssid === '' || !ends.far.profileId) return undefined
  return setNear(`Give ${child.name} the settings of the other end`, child, air, {
    ssid: ends.far.ssid,
    profileId: ends.far.profileId,
  })
})

/** The far end's channel set by hand, or another width. */
export const bkh6 = rule('BKH-6', (site, child, air) => {
  const ends = twoEnds(site, child)
  return ends
    ? setNear(`Let ${child.name} follow`, child, air, { channel: null, widthMhz: ends.far.widthMhz })
    : undefined
})

/** The bridge's SSID shown to clients, or its key also that of people. A key has to be made by hand. */
export const bkh7 = rule('BKH-7', (_site, child, air, wrong) =>
  air.far && air.near && wrong.every(({ what }) => what === 'Shown to clients')
    ? putDevice('Hide the bridge’s SSID', {
        ...child,
        air: { ...air, far: { ...air.far, hidden: true }, near: { ...air.near, hidden: true } },
      })
    : undefined,
)

/** Something stands in the first Fresnel zone of a bridge, at high water or on land. */
export const bkh8: Rule = {
  code: 'BKH-8',
  check: ({ site }) =>
    site.devices.flatMap((child): Sighting[] => {
      const parent = child.air?.way === 'bridge' ? deviceOf(site, child.air.deviceId) : undefined
      if (!parent) return []
      const ends = bridgeEnds(site, parent, child)
      if (typeof ends === 'string')
        return child.position && parent.position
          ? [{ says: ends, where: [atDevice(child), atDevice(parent)], severity: 'stop' }]
          : []
      const [a, b] = ends
      const water = crossesWater(site, a, b) ? (site.backhaul.water?.highestM ?? null) : null
      const { worst, isClear } = pathProfile(site, a, b, water)
      if (isClear) return []
      const missingM = (CLEAR_SHARE - worst.clearance) * worst.fresnelM
      return [
        {
          says: `The path of the bridge to ${child.name} is not clear: ${worst.what}${worst.what === 'water' ? ' at its highest' : ''} at ${worst.atM.toFixed(0)} m leaves ${(worst.clearance * 100).toFixed(0)} % of the first Fresnel zone, and ${CLEAR_SHARE * 100} % must be clear. ${missingM.toFixed(1)} m higher there would do.`,
          where: [atDevice(child), atDevice(parent)],
        },
      ]
    }),
}
