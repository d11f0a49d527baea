import { allowanceOf, channelsOf, regionOf } from '../../../radio/propagation'
import type { Radio } from '../../../plan'

const GAIN_DBI = 17
const MOST_DBM = 20
const WIDTH_MHZ = 20

/**
 * The channel for a link outdoors and the power that may go into its antenna: outdoors allowed, without radar where there is such a
 * one, with the most power. The table of the country decides; see regions.ts for its sources.
 */
export function bridgeRadio(
  country: string | null,
): Pick<Radio, 'band' | 'channel' | 'widthMhz' | 'powerDbm'> & { listens: boolean } {
  const region = regionOf(country)
  const rows = channelsOf(region, '5').flatMap((channel) => {
    const allowance = allowanceOf(region, '5', channel)
    return allowance && !allowance.indoorOnly ? [{ channel, ...allowance }] : []
  })
  const [best] = rows.sort(
    (a, b) => Number(a.radar) - Number(b.radar) || b.eirpDbm - a.eirpDbm || a.channel - b.channel,
  )
  return {
    band: '5',
    channel: best?.channel ?? null,
    widthMhz: WIDTH_MHZ,
    powerDbm: best ? Math.min(MOST_DBM, best.eirpDbm - GAIN_DBI) : null,
    listens: best?.radar ?? false,
  }
}
