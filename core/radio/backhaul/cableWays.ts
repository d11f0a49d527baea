import { CABLE_MBPS, MOST_CHANNEL_M, estimatedLengthM } from '../../network/cabling'
import { deviceOf, freeSockets, isSetByPort, kindOf, meeting, portSpecOf } from '../../plan'
import type { Device, Site } from '../../plan'
import { UNSTATED_MAINS_MBPS, cableMbps, feedsOf, wiredMbps } from './feeds'
import type { Hop } from './feeds'
import { isWater } from './profile'
import { behind } from './wayRow'
import type { WayRow } from './wayRow'

/** By wire: the cable that is planned, else one to each of the two nearest switches. */
export function cableWays(site: Site, device: Device): WayRow[] {
  const last = feedsOf(site, 'all').get(device.id)?.hops.at(-1)
  return last?.kind === 'cable' && last.link.category !== 'mains'
    ? [plannedCable(site, last)]
    : switchesInReach(site, device)
        .slice(0, MOST_NEW_CABLES)
        .map(({ box, lengthM }) => newCable(site, device, box, lengthM))
}

const MOST_NEW_CABLES = 2

/** What all cables have in common: they take nobody's air, and cost by the metre. */
function byTheMetre(site: Site, box: Device | undefined, lengthM: number) {
  const { rates } = site.backhaul
  const isPlain = box !== undefined && kindOf(box).switching === 'plain'
  return {
    kind: isPlain ? ('plainSwitch' as const) : ('cable' as const),
    takesPercentPer10: 0,
    lightMs: null,
    heavyMs: null,
    metres: lengthM,
    hours: lengthM * rates.hoursPerM,
    money: lengthM * (rates.cablePerM + rates.hoursPerM * rates.perHour),
    risk: isPlain
      ? 'A plain switch separates no networks.'
      : 'None by radio. Trenches and ducts are others’ work.',
    hop: null,
  }
}

function plannedCable(site: Site, last: Extract<Hop, { kind: 'cable' }>): WayRow {
  const box = deviceOf(site, last.fromId)
  return {
    ...byTheMetre(site, box, last.link.lengthM),
    ...behind(site, last.fromId, cableMbps(last)),
    name: `The planned cable from ${box?.name ?? last.fromId}`,
    isPlanned: true,
    cannot: null,
    parentId: last.fromId,
  }
}

/** Fed devices with a free socket, the nearest first; what is connected behind the device itself is no way to feed it. */
function switchesInReach(site: Site, device: Device): { box: Device; lengthM: number }[] {
  return site.devices
    .filter((box) => {
      const feed = feedsOf(site, 'all').get(box.id)
      return (
        box.id !== device.id &&
        (isSetByPort(box) || kindOf(box).switching !== null) &&
        feed !== undefined &&
        !feed.hops.some(({ toId }) => toId === device.id) &&
        freeSockets(site, box).length > 0
      )
    })
    .flatMap((box) => {
      const lengthM = estimatedLengthM(site, box, device)
      return lengthM === null ? [] : [{ box, lengthM }]
    })
    .sort((a, b) => a.lengthM - b.lengthM)
}

function newCable(site: Site, device: Device, box: Device, lengthM: number): WayRow {
  const barrier = barrierBetween(site, box, device)
  const [socket] = freeSockets(site, box)
  const portMbps = socket && portSpecOf(site, box, socket.number)?.maxMbps
  return {
    ...byTheMetre(site, box, lengthM),
    ...behind(site, box.id, wiredMbps(Math.min(portMbps ?? 1000, CABLE_MBPS.cat6))),
    name: `A cable to ${box.name}`,
    isPlanned: false,
    cannot:
      lengthM > MOST_CHANNEL_M
        ? `about ${lengthM.toFixed(0)} m to ${box.name}, and copper ends at ${MOST_CHANNEL_M} m`
        : barrier
          ? `${barrier} lies between it and ${box.name}`
          : null,
    parentId: box.id,
  }
}

/** A place where no cable can run, on the straight way between two devices. */
export function barrierBetween(site: Site, a: Device, b: Device): string | null {
  const [from, to] = [a.position?.at, b.position?.at]
  if (!from || !to) return null
  const hit = site.keepOuts.find(
    ({ forbids, outline }) =>
      forbids !== 'mounting' &&
      outline.some((corner, i) => meeting(from, to, corner, outline[(i + 1) % outline.length] ?? corner)),
  )
  return hit?.name ?? (isWater(site, to) && !isWater(site, from) ? 'water' : null)
}

/** Two adapters plugged in and tried. Common practice, no source. */
const MAINS_HOURS = 0.5

/** House wiring: the user's word for a planned pair, else the usual range. */
export function mainsWays(site: Site, device: Device): WayRow[] {
  const { rates } = site.backhaul
  const feeds = feedsOf(site, 'all')
  const last = feeds.get(device.id)?.hops.at(-1)
  const planned = last?.kind === 'cable' && last.link.category === 'mains' ? last : null
  const [low, high] = planned?.link.statedMbps ?? UNSTATED_MAINS_MBPS
  const from =
    planned?.fromId ??
    site.devices.find((box) => kindOf(box).switching === 'managed' && feeds.has(box.id))?.id
  if (!from) return []
  return [
    {
      kind: 'mains',
      name: 'Over the house wiring',
      isPlanned: planned !== null,
      ...behind(site, from, { low, likely: (low + high) / 2, high }),
      takesPercentPer10: 0,
      lightMs: null,
      heavyMs: null,
      metres: 0,
      hours: MAINS_HOURS,
      money: rates.mainsPair + MAINS_HOURS * rates.perHour,
      risk: 'Uneven; other circuits and motors disturb it. Ask what the wiring is; mains work is an electrician’s.',
      cannot: planned
        ? null
        : 'whether both ends are on one circuit is not known. Measure, and say what it carries',
      parentId: from,
      hop: null,
    },
  ]
}
