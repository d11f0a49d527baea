import { deviceOf, typeOf } from '../../../plan'
import type { Applies, Id, Site } from '../../../plan'
import { expectedSpan } from '../../../world'
import type { Change, LaptopPlace, Move, Task } from '../types'

/** Minutes. Common practice, no source, but for the spans of booting and configuring, which name theirs. */
export const MINUTES = {
  openPage: 1,
  typeOne: 0.5,
  apply: 0.5,
  walk: 5,
  cable: 2,
  comes: 10,
  goes: 2,
  byHand: 5,
} as const

export const appliesAt = (site: Site, deviceId: Id): Applies => {
  const device = deviceOf(site, deviceId)
  return (device && typeOf(site, device)?.applies) ?? 'together'
}

/** Minutes to get there, to type it in or do it, and until it is in force. */
export interface Spent {
  walk: number
  work: number
  /** A controller sends it round so long, and needs nobody. */
  sent: number
  /** The device is away so long, from the moment it takes its settings. */
  away: number
  awayId: Id | null
}

export function spentOn(
  task: Task,
  from: LaptopPlace,
  { place, pageId, changeIds }: Move,
  isOpen: boolean,
): Spent {
  const changes = changeIds.flatMap((id) => task.changes.find((change) => change.id === id) ?? [])
  const walk = walkMinutes(from, place)
  if (pageId === null)
    return {
      walk,
      work: changes.reduce((sum, change) => sum + handMinutes(change), 0),
      sent: 0,
      away: 0,
      awayId: null,
    }
  const applies = changes.every(({ deviceId }) => deviceId === pageId)
    ? appliesAt(task.present, pageId)
    : 'together'
  const sent = changes.some(({ deviceId }) => deviceId !== pageId) ? sentMinutes() : 0
  const work =
    (isOpen ? 0 : MINUTES.openPage) +
    MINUTES.typeOne * changes.length +
    (applies === 'together' ? MINUTES.apply : 0)
  return applies === 'reboot'
    ? { walk, work, sent, away: bootMinutes(task.present, pageId), awayId: pageId }
    : { walk, work, sent, away: 0, awayId: null }
}

export const walkMinutes = (from: LaptopPlace, to: LaptopPlace): number =>
  from.deviceId === to.deviceId ? 0 : MINUTES.walk * to.effort

export function handMinutes({ subject }: Change): number {
  switch (subject.kind) {
    case 'cable':
      return MINUTES.cable
    case 'comes':
      return MINUTES.comes
    case 'goes':
      return MINUTES.goes
    case 'unit':
      return MINUTES.byHand
  }
}

const middle = (span: { lowS: number; highS: number } | null): number =>
  span ? (span.lowS + span.highS) / 2 / 60 : 0

const bootMinutes = (site: Site, deviceId: Id): number => {
  const device = deviceOf(site, deviceId)
  return device ? middle(expectedSpan(device.kind, 'booting')) : 0
}

/** Until what a controller sends has been taken. */
const sentMinutes = (): number => middle(expectedSpan('accessPoint', 'configuring'))
