import { CABLE_MBPS, linkSpeedMbps } from '../../network/cabling'
import { deviceOf, isAccessPoint, kindOf, neighbourAt, portName, portSpecOf } from '../../plan'
import type { Device, Link, LinkEnd, Site } from '../../plan'
import { putPort } from './mends'
import type { Rule, Sighting } from './types'
import { atPort } from './where'

/** A cable between two devices that carry other people's traffic, slower than the faster of its two ends. */
export const cab2: Rule = {
  code: 'CAB-2',
  check: ({ site }) => site.links.flatMap((link) => [...check(site, link), ...slowFeed(site, link)]),
}

interface End {
  end: LinkEnd
  device: Device
  maxMbps: number
  setMbps: number | null
}

function endOf(site: Site, end: LinkEnd): End | null {
  const device = deviceOf(site, end.deviceId)
  const maxMbps = device && portSpecOf(site, device, end.port)?.maxMbps
  if (!device || maxMbps === undefined || !kindOf(device).carries) return null
  const setMbps = device.ports.find(({ number }) => number === end.port)?.speedMbps ?? null
  return { end, device, maxMbps, setMbps }
}

function check(site: Site, link: Link): Sighting[] {
  const [a, b] = [endOf(site, link.a), endOf(site, link.b)]
  const speed = linkSpeedMbps(site, link)
  if (!a || !b || speed === null || link.category === 'mains') return []
  const [slow, fast] = a.maxMbps <= b.maxMbps ? [a, b] : [b, a]
  const set = [a, b].find(({ setMbps }) => setMbps !== null && setMbps < slow.maxMbps)
  if (set) return [tooSlowSetting(site, set, slow.maxMbps)]
  if (CABLE_MBPS[link.category] < slow.maxMbps) return [tooOldCable(site, link, slow.maxMbps)]
  return slow.maxMbps < fast.maxMbps ? slowPort(site, slow, fast) : []
}

const gbit = (mbps: number): string => (mbps >= 1000 ? `${mbps / 1000} G` : `${mbps} M`)

function tooSlowSetting(site: Site, { end, device, setMbps }: End, could: number): Sighting {
  const port = device.ports.find(({ number }) => number === end.port)
  return {
    says: `${portName(site, end)} is set to ${gbit(setMbps ?? 0)}, and both ends could do ${gbit(could)}.`,
    where: [atPort(site, end)],
    severity: 'fix',
    mend: port && putPort(`Let ${portName(site, end)} negotiate`, device.id, { ...port, speedMbps: null }),
  }
}

const tooOldCable = (site: Site, link: Link, could: number): Sighting => ({
  says: `The ${link.category} cable from ${portName(site, link.a)} to ${portName(site, link.b)} carries ${gbit(CABLE_MBPS[link.category])}, and both ends could do ${gbit(could)}.`,
  where: [atPort(site, link.a), atPort(site, link.b)],
  mend: {
    label: 'Plan a Cat 6A cable there',
    edits: [{ op: 'put', collection: 'links', record: { ...link, category: 'cat6a' } }],
  },
})

/** The cable behind the modem comes up slower than what the feed brings down. */
function slowFeed(site: Site, link: Link): Sighting[] {
  const { downMbps } = site.feed
  const isModem = ({ deviceId }: LinkEnd) => deviceOf(site, deviceId)?.modem != null
  const modem = [link.a, link.b].find(isModem)
  const speed = linkSpeedMbps(site, link)
  if (!modem || downMbps === null || speed === null || speed >= downMbps) return []
  return [
    {
      says: `The feed brings ${downMbps} Mbit/s down, and the cable from ${portName(site, modem)} comes up at ${speed}.`,
      where: [atPort(site, modem)],
    },
  ]
}

/** Worth a word only where a faster socket is free, or the slow end is what feeds the rest. */
function slowPort(site: Site, slow: End, fast: End): Sighting[] {
  if (isAccessPoint(slow.device)) return []
  const better = slow.device.ports.find(
    ({ number }) =>
      (portSpecOf(site, slow.device, number)?.maxMbps ?? 0) >= fast.maxMbps &&
      !neighbourAt(site, { deviceId: slow.device.id, port: number }),
  )
  return [
    {
      says: `${portName(site, slow.end)} is a ${gbit(slow.maxMbps)} port in a ${gbit(fast.maxMbps)} path to ${fast.device.name}.${
        better
          ? ` ${portName(site, { deviceId: slow.device.id, port: better.number })} is faster and free.`
          : ''
      }`,
      where: [atPort(site, slow.end)],
    },
  ]
}
