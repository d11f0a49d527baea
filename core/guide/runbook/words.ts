import { subnetAround } from '../../network/addressing'
import { deviceOf } from '../../plan'
import type { Management, Site } from '../../plan'
import { placeWords } from './state/laptop'
import { ORDER_CODES } from './orderCodes'
import type { Runbook, RunbookStep } from './runbook'
import type { Change } from './types'

/** A step as it is read out: every line a thing to do or to see. */
export interface StepText {
  title: string
  where: string
  /** Ladders, masts and mains: the usual cautions. */
  caution: string | null
  /** Whose page, at which address, and what the laptop needs for it. */
  page: string | null
  /** `what` names the device, too. */
  sets: { id: string; what: string; was: string; becomes: string }[]
  /** What happens to the one who does it, and to others. */
  happens: string[]
  /** What is left alone until it is through; null: it is at once. */
  meanwhile: string | null
  /** What must be seen afterwards. */
  sees: string[]
  undo: string
}

const LADDER =
  'Up there: a ladder that somebody holds, no work in wind or wet, power off before a cable is touched. Local codes and licensed people come first.'

/** The words of a step, with the names of a site that knows both plans. */
export function stepText({ task: { present, target } }: Runbook, step: RunbookStep): StepText {
  const name = (id: string | null) => (deviceOf(target, id) ?? deviceOf(present, id))?.name ?? 'it'
  const spot = placeWords(deviceOf(present, step.place.deviceId) ? present : target, step.place)
  const [first] = step.changes
  return {
    title: titleOf(step, name),
    where: step.walk
      ? `Go to ${name(step.place.deviceId)}. The laptop: ${spot}.`
      : `Stay where you are: ${spot}.`,
    caution: step.place.effort > 1 && step.walk ? LADDER : null,
    page: pageLine(present, target, step, name),
    sets: step.changes.map(({ id, deviceId, what, was, becomes }) => ({
      id,
      what: what.startsWith(name(deviceId)) ? what : `${name(deviceId)}, ${what}`,
      was,
      becomes,
    })),
    happens: [...addressMoves(step, name), ...lossLines(step, name), ...interrupted(step)],
    meanwhile: step.leave ? `${ORDER_CODES['ORD-4'].instead} (ORD-4)` : null,
    sees: seesAfter(step, name),
    undo: first ? undoLine(step) : '',
  }
}

function titleOf({ pageId, changes }: RunbookStep, name: (id: string | null) => string): string {
  const [first] = changes
  if (pageId !== null) {
    const one = changes.length === 1 ? first : undefined
    return `${name(pageId)}: ${one ? one.what.replace(`${name(one.deviceId)} `, '') : `${changes.length} settings`}`
  }
  if (first?.subject.kind === 'cable') return `A cable: ${first.was} becomes ${first.becomes}`
  return `${name(first?.deviceId ?? null)}: ${first?.becomes ?? ''}`
}

function pageLine(
  present: Site,
  target: Site,
  { pageId, address, laptop }: RunbookStep,
  name: (id: string | null) => string,
): string | null {
  if (pageId === null) return null
  const device = deviceOf(present, pageId) ?? deviceOf(target, pageId)
  const own = device && address ? subnetAround(address, device.management.prefixLength ?? 24).cidr : null
  const how =
    laptop === 'dhcp' || own === null
      ? 'The laptop asks for its address.'
      : `The laptop has an address of its own in ${own}, not ${address ?? ''}.`
  return `Open the page of ${name(pageId)}${address ? ` at ${address}` : ''}. ${how}`
}

/** Pages that move: from the next step on they open at another address. */
const addressMoves = ({ changes }: RunbookStep, name: (id: string | null) => string): string[] =>
  changes.flatMap(({ subject, deviceId }) => {
    if (subject.kind !== 'unit' || subject.unit !== 'address') return []
    const [from, to] = [subject.from, subject.to].map((part) => part?.value as Management | undefined)
    return to?.ip && from?.ip !== to.ip
      ? [`The page of ${name(deviceId)} goes away and comes back at ${to.ip}/${to.prefixLength ?? 24}.`]
      : []
  })

function lossLines({ loss, pageId }: RunbookStep, name: (id: string | null) => string): string[] {
  if (loss === 'untilMore')
    return [`${name(pageId)} falls off now and comes back when the rest is done. That is expected: go on.`]
  return loss === 'forGood'
    ? [`Point of no return: ${name(pageId)} is not reached any more from here. What is set is set.`]
    : []
}

const interrupted = ({ interrupts }: RunbookStep): string[] =>
  interrupts.map(
    ({ says, clients }) => `Down until more is done: ${says} (${Math.ceil(clients)} of its clients).`,
  )

function seesAfter({ pageId, changes, loss }: RunbookStep, name: (id: string | null) => string): string[] {
  if (pageId === null) return changes.flatMap(({ subject }) => seenByHand(subject.kind))
  const sent = [...new Set(changes.map(({ deviceId }) => deviceId))].filter((id) => id !== pageId)
  return [
    ...(loss === 'none' ? [`The page of ${name(pageId)} opens again.`] : []),
    ...(sent.length > 0
      ? [
          `${sent.length} devices take it and are in the list again: ${sent.map((id) => name(id)).join(', ')}.`,
        ]
      : []),
  ]
}

const seenByHand = (kind: Change['subject']['kind']): string[] =>
  kind === 'cable'
    ? ['A light at both ends of the cable.']
    : kind === 'comes'
      ? ['Its lights as they are when it runs.']
      : []

/** The way back, while it can be gone. */
function undoLine({ changes, loss, pageId }: RunbookStep): string {
  if (loss === 'forGood') return 'No way back from here: go to the device.'
  const back =
    changes.length === 1 ? `set it back to “${changes[0]?.was ?? ''}”` : 'set each back to what it was'
  return pageId === null ? 'Put it back as it was.' : `On the same page, ${back}.`
}
