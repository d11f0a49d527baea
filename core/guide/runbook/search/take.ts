import { deviceOf, kindOf, sameEnd } from '../../../plan'
import type { Id, LinkEnd } from '../../../plan'
import { appliesAt, bootMinutes, spentOn } from './times'
import type { Change, Cost, LaptopPlace, Move } from '../types'
import type { Ground, Meanwhile } from './ground'

/** A state of the work: what is done, and where the laptop is; `openId`: whose page is open there already. */
export interface Standing {
  done: ReadonlySet<string>
  place: LaptopPlace
  openId: string | null
}

export type Taken = { ok: true; standing: Standing; cost: Cost } | { ok: false; why: string }

const no = (why: string): Taken => ({ ok: false, why })

/** Takes a move, if the page opens before it and nothing is wrong after it that was not before. */
export function take(ground: Ground, { done, place, openId }: Standing, move: Move): Taken {
  const changes = move.changeIds.flatMap((id) => ground.byId.get(id) ?? [])
  const waits = changes.flatMap(({ after }) =>
    after.filter((id) => !done.has(id) && !move.changeIds.includes(id)),
  )
  if (waits.length > 0) return no('Something else has to be done before it.')
  const closed =
    move.pageId === null
      ? (handsElsewhere(move, changes) ?? inTheWay(move.place, changes))
      : ground.closed(done, move.place, move.pageId, changes)
  if (closed !== null) return no(closed)
  const next = new Set([...done, ...move.changeIds])
  const [fault] = ground.faults(next)
  if (fault !== undefined) return no(fault)
  const met = ground.allowsBreaks ? null : ground.firstBreak(next)
  if (met) return no(`For a while ${met.says}, which both plans keep apart.`)
  return {
    ok: true,
    standing: { done: next, place: move.place, openId: move.pageId },
    cost: costOf(ground, { done, place, openId }, next, move),
  }
}

const handsElsewhere = ({ place }: Move, changes: Change[]): string | null =>
  changes.some(({ hands }) => !hands.some(({ deviceId }) => deviceId === place.deviceId))
    ? 'The hands are somewhere else.'
    : null

/** The laptop's own socket is never the one that a cable needs: it is somewhere else by then. */
function inTheWay({ deviceId, port }: LaptopPlace, changes: Change[]): string | null {
  if (port === null) return null
  const own: LinkEnd = { deviceId, port }
  const isNeeded = changes.some(
    ({ subject }) =>
      subject.kind === 'cable' && subject.to && [subject.to.a, subject.to.b].some((end) => sameEnd(end, own)),
  )
  return isNeeded ? 'The laptop is in the socket that the cable needs.' : null
}

function costOf(
  ground: Ground,
  { done, place, openId }: Standing,
  next: ReadonlySet<string>,
  move: Move,
): Cost {
  const { task } = ground
  const isOpen = openId !== null && openId === move.pageId && place.id === move.place.id
  const { walk, walks, work, sent, away, awayId } = spentOn(task, place, move, isOpen)
  const meanwhile = outOf(ground, move)
  const woken = wokenBy(ground, done, meanwhile, next).filter((id) => id !== awayId)
  const boot = Math.max(0, ...woken.map((id) => bootMinutes(task, id)))
  const busy = walk + work + sent
  return {
    exposure: busy * ground.breaks(done).size + (away + boot) * ground.breaks(next).size,
    noReturns: lossOf(ground, next, move) === 'forGood' ? 1 : 0,
    walks,
    outage:
      (walk + sent) * ground.cutOff(done) +
      work * ground.cutOff(done, meanwhile) +
      (awayId === null ? 0 : away * ground.cutOff(next, { darkIds: [awayId] })) +
      (boot === 0 ? 0 : boot * ground.cutOff(next, { darkIds: woken })),
    minutes: busy + away + boot,
  }
}

/** Cables that are out while they are moved. */
export function outOf({ byId }: Ground, { changeIds }: Move): Meanwhile {
  const outIds = changeIds.flatMap((id) => {
    const subject = byId.get(id)?.subject
    return subject?.kind === 'cable' && subject.from ? [subject.from.id] : []
  })
  return outIds.length === 0 ? {} : { outIds }
}

/** Devices that are dark before a move, or while a cable is out for it, and have power after it: they boot. */
export function wokenBy(
  ground: Ground,
  done: ReadonlySet<string>,
  meanwhile: Meanwhile,
  next: ReadonlySet<string>,
): Id[] {
  const [during, after] = [ground.look(done, meanwhile), ground.look(next)]
  return after.site.devices.flatMap((device) =>
    kindOf(device).hasState &&
    after.twin.fabric.nodes.has(device.id) &&
    !during.twin.fabric.nodes.has(device.id) &&
    // What is new is brought up by the step that brings it.
    deviceOf(during.site, device.id)
      ? [device.id]
      : [],
  )
}

/**
 * Whether the page that was changed still opens from where one is. untilMore: it will again when more is done from here, as the far
 * end of a bridge when the near end follows · forGood: not from here, so that nothing can be taken back without going there.
 */
export type Loss = 'none' | 'untilMore' | 'forGood'

export function lossOf(ground: Ground, next: ReadonlySet<string>, { pageId, place, changeIds }: Move): Loss {
  if (pageId === null) return 'none'
  const changed = (done: ReadonlySet<string>) =>
    changeIds
      .flatMap((id) => ground.byId.get(id) ?? [])
      .filter(({ deviceId }) => deviceOf(ground.look(done).site, deviceId))
  if (ground.closed(next, place, pageId, changed(next)) === null) return 'none'
  const { everything } = ground
  return ground.closed(everything, place, pageId, changed(everything)) === null ? 'untilMore' : 'forGood'
}

/** Why a page that opened from where one began does not open from there any more; null: it does, or never did. */
export function lockedOut(
  { closed, task }: Ground,
  done: ReadonlySet<string>,
  pageId: string,
  changes: readonly Change[],
): string | null {
  const begun = new Set(task.done)
  return closed(begun, task.laptop, pageId, changes) === null
    ? closed(done, task.laptop, pageId, changes)
    : null
}

/** Whether a device takes each change alone, in the order typed. */
export const isAtOnce = (ground: Ground, pageId: string, changes: readonly Change[]): boolean =>
  changes.every(({ deviceId }) => deviceId === pageId) && appliesAt(ground.task.present, pageId) === 'atOnce'
