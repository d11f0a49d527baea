import { mbpsText } from '../airtime'
import type { Device, Site } from '../../plan'
import { cableWays, mainsWays } from './cableWays'
import { feedsOf } from './feeds'
import { aimedWays, meshWays } from './radioWays'
import type { WayRow } from './wayRow'

export interface Choice {
  device: Device
  ways: WayRow[]
  best: WayRow | null
  says: string
}

/** Every way to feed a device, what it would carry end to end and what it costs, and which to take. Wired wins unless a reason is stated. */
export function choiceFor(site: Site, device: Device): Choice {
  const ways = [
    ...cableWays(site, device),
    ...mainsWays(site, device),
    ...meshWays(site, device),
    ...aimedWays(site, device),
  ]
  const feasible = ways.filter(({ cannot, likelyMbps }) => cannot === null && likelyMbps > 0)
  const wired = feasible.filter(({ kind }) => kind === 'cable' || kind === 'plainSwitch')
  const reason = device.air?.reason.trim() ?? ''
  const isAir = ({ kind }: WayRow) => kind === 'mesh' || kind === 'bridge' || kind === 'station'
  const planned = ways.find((way) => way.isPlanned && (!device.air || isAir(way))) ?? null
  const best =
    reason && planned && planned.cannot === null
      ? planned
      : ([...wired].sort((a, b) => b.likelyMbps - a.likelyMbps || a.money - b.money)[0] ??
        [...feasible].sort((a, b) => b.likelyMbps - a.likelyMbps || a.money - b.money)[0] ??
        null)
  return { device, ways, best, says: sentence(site, device, ways, best, planned, reason) }
}

function sentence(
  site: Site,
  device: Device,
  ways: WayRow[],
  best: WayRow | null,
  planned: WayRow | null,
  reason: string,
): string {
  if (!best) return `Nothing reaches ${device.name} as it stands: ${ways[0]?.cannot ?? 'no way is known'}`
  const isWired = best.kind === 'cable' || best.kind === 'plainSwitch'
  const rival = ways.find(
    (way) => way !== best && way.cannot === null && way.kind !== best.kind && way.likelyMbps > 0,
  )
  const beside = rival ? ` Next comes ${rival.name} with ${mbpsText(rival.likelyMbps)} Mbit/s.` : ''
  if (reason && best === planned)
    return `${best.name}, ${mbpsText(best.likelyMbps)} Mbit/s, because: ${reason}`
  const airBefore = feedsOf(site, 'all').get(best.parentId ?? '')?.airHops ?? 0
  const why = isWired
    ? `${best.name}: ${mbpsText(best.likelyMbps)} Mbit/s${airBefore > 0 ? ', all of it over the radio hop before it.' : ', and it takes nobody’s airtime.'}`
    : `${best.name}: ${mbpsText(best.likelyMbps)} Mbit/s. A cable cannot be had: ${ways.find(({ kind }) => kind === 'cable')?.cannot ?? 'no switch with a free socket is near.'}`
  const change =
    planned && planned !== best
      ? ` The plan has ${planned.name} (${mbpsText(planned.likelyMbps)} Mbit/s).`
      : ''
  return `${why}${change}${beside}`
}
