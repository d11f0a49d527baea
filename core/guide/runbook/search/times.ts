import { deviceOf, typeOf } from '../../../plan'
import type { Applies, Id, Site } from '../../../plan'
import { expectedSpan } from '../../../world'
import type { Change, LaptopPlace, Move, Task } from '../types'

/** Minutes. Common practice, no source, but for the spans of booting and configuring, which name theirs. */
export const MINUTES = {
  openPage: 1,
  openConsole: 3,
  typeOne: 0.5,
  apply: 0.5,
  walk: 5,
  replug: 0.5,
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
  /** How many walks that is; with a ladder, a mast or a locked door at its end a walk counts twice. */
  walks: number
  work: number
  /** A controller sends it round so long, and needs nobody. */
  sent: number
  /** The device is away so long, from the moment it takes its settings. */
  away: number
  awayId: Id | null
}

export function spentOn(task: Task, from: LaptopPlace, move: Move, isOpen: boolean): Spent {
  const { place, pageId, changeIds } = move
  const changes = changeIds.flatMap((id) => task.changes.find((change) => change.id === id) ?? [])
  const walks = legs(from, place, changes)
  const walk = walks * MINUTES.walk + (walks === 0 && from.id !== place.id ? MINUTES.replug : 0)
  if (pageId === null)
    return {
      walk,
      walks,
      work: changes.reduce((sum, change) => sum + handMinutes(change), 0),
      sent: 0,
      away: 0,
      awayId: null,
    }
  const applies = changes.every(({ deviceId }) => deviceId === pageId)
    ? appliesAt(task.present, pageId)
    : 'together'
  const sent = changes.some(({ deviceId, via }) => deviceId !== pageId && via !== 'server')
    ? sentMinutes()
    : 0
  const work =
    (isOpen ? 0 : place.port === null ? MINUTES.openConsole : MINUTES.openPage) +
    MINUTES.typeOne * changes.length +
    (applies === 'together' ? MINUTES.apply : 0)
  return applies === 'reboot'
    ? { walk, walks, work, sent, away: bootMinutes(task, pageId), awayId: pageId }
    : { walk, walks, work, sent, away: 0, awayId: null }
}

/** Walks from where one is, by every other device where hands are needed, to where one is then. */
function legs(from: LaptopPlace, place: LaptopPlace, changes: readonly Change[]): number {
  const others = new Map(
    changes
      .flatMap(({ hands }) => hands)
      .filter(({ deviceId }) => deviceId !== place.deviceId && deviceId !== from.deviceId)
      .map(({ deviceId, effort }) => [deviceId, effort] as const),
  )
  const between = [...others.values()].reduce((sum, effort) => sum + effort, 0)
  const isThere = from.deviceId === place.deviceId && others.size === 0
  return between + (isThere ? 0 : place.effort)
}

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

/** Until a device that gets power, or restarts, is up. */
export function bootMinutes({ present, target }: Pick<Task, 'present' | 'target'>, deviceId: Id): number {
  const device = deviceOf(present, deviceId) ?? deviceOf(target, deviceId)
  return device ? middle(expectedSpan(device.kind, 'booting')) : 0
}

/** Until what a controller sends has been taken. */
const sentMinutes = (): number => middle(expectedSpan('accessPoint', 'configuring'))
